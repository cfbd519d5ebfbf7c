import type { ListedScreen } from '../../core/edit/add-many';
import { counted } from '../parts/numbers';

/** Table of a pasted list: each line and the screen it becomes. */
export function ListedScreens({ listed }: { listed: readonly ListedScreen[] }) {
  return (
    <section>
      <h3 className="part-head mb-1">
        Understood as {counted(listed.filter((one) => one.problem === null).length, 'screen')}
      </h3>
      <ul className="max-h-40 overflow-auto grid gap-0.5" tabIndex={listed.length > 6 ? 0 : undefined}>
        {listed.map((one, index) => (
          <li key={index} className="flex flex-wrap gap-x-3">
            <span className="text-mute min-w-40">{one.line}</span>
            {one.problem === null ? (
              <span>
                <span className="font-mono">{one.name}</span> “{one.title}”
                {one.takes.length > 0 && (
                  <span className="font-mono text-[12px] text-mute">
                    {' '}
                    takes {one.takes.map((each) => `${each.name}: ${each.type}${each.optional ? '?' : ''}`).join(', ')}
                  </span>
                )}
              </span>
            ) : (
              <span className="text-error">{one.problem}</span>
            )}
          </li>
        ))}
      </ul>
    </section>
  );
}
