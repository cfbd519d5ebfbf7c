import { useSnapshot } from '../session/context';

/** The names that a field offers which names a screen; the field's `list` is their id. */
export function ScreenNames({ id }: { id: string }) {
  return (
    <datalist id={id}>
      {useSnapshot('names').map(({ label, title }, index) => (
        <option key={index} value={label}>
          {title ?? ''}
        </option>
      ))}
    </datalist>
  );
}
