import type { Draft } from '../session/change-draft';
import { useSnapshot } from '../session/context';
import type { Fields } from './fields';
import { LinkFieldset } from './LinkFieldset';
import { ScreenNames } from './ScreenNames';
import { SignatureFields } from './SignatureFields';

interface Props {
  readonly draft: Draft;
  readonly fields: Fields;
  /** The pattern of a link for which the user gives none. */
  readonly madePattern: string;
  readonly onChange: (fields: Fields) => void;
}

/** Fields of a change. */
export function DraftFields({ draft, fields, madePattern, onChange }: Props) {
  const set = (change: Partial<Fields>): void => onChange({ ...fields, ...change });
  const setName = (name: string): void => set({ name });
  switch (draft.kind) {
    case 'rename':
      return <NameField label="New name" value={fields.name} onChange={setName} />;
    case 'between':
      return <NameField label="Name of the new screen" value={fields.name} onChange={setName} />;
    case 'extract':
      return <NameField label="Name of the value, in place of the literal" value={fields.name} onChange={setName} />;
    case 'way':
      return (
        <>
          <NameField label="The screen that it opens" list="change-screens" value={fields.name} onChange={setName} />
          <ScreenNames id="change-screens" />
        </>
      );
    case 'move':
      return <ModuleField isFirst value={fields.module} onChange={(module) => set({ module })} />;
    case 'list':
      return (
        <>
          <ModuleField isFirst={false} value={fields.module} onChange={(module) => set({ module })} />
          <ListField value={fields.list} onChange={(list) => set({ list })} />
        </>
      );
    case 'link':
      return <LinkFieldset fields={fields.link} made={madePattern} onChange={(link) => set({ link })} />;
    case 'signature':
      return <SignatureFields wanted={fields.wanted} onChange={(wanted) => set({ wanted })} />;
    case 'delete':
    case 'start':
    case 'lower':
      return null;
  }
}

interface FieldProps {
  readonly value: string;
  readonly onChange: (value: string) => void;
}

function NameField({ label, list, value, onChange }: FieldProps & { readonly label: string; readonly list?: string }) {
  return (
    <label className="grid gap-1">
      {label}
      <input
        data-first
        className="input input-sm bg-paper font-mono w-full max-w-sm"
        list={list}
        value={value}
        spellCheck={false}
        onFocus={(event) => event.target.select()}
        onChange={(event) => onChange(event.target.value.trim())}
      />
    </label>
  );
}

function ModuleField({ isFirst, value, onChange }: FieldProps & { readonly isFirst: boolean }) {
  const { modules } = useSnapshot('overview');
  return (
    <label className="grid gap-1">
      In which module
      <select
        data-first={isFirst || undefined}
        className="h-8 px-2 border border-rule rounded-field bg-paper w-full max-w-sm"
        value={value}
        onChange={(event) => onChange(event.target.value)}
      >
        <option value="">in none</option>
        {modules.map(({ name }) => (
          <option key={name} value={name}>
            {name}
          </option>
        ))}
      </select>
    </label>
  );
}

function ListField({ value, onChange }: FieldProps) {
  return (
    <label className="grid gap-1">
      Names, titles or URL patterns, one a line
      <textarea
        data-first
        rows={6}
        className="border border-rule rounded-field bg-paper p-2 font-mono text-[12px] w-full"
        value={value}
        spellCheck={false}
        placeholder={'hutDetail\nHut reviews\n/huts/{hutId}/photos'}
        onChange={(event) => onChange(event.target.value)}
      />
    </label>
  );
}
