import type { Overview } from '../../core/report/overview';
import { wayKinds, type SupplyFilter } from './filter';

const field = 'h-7 px-2 border border-rule rounded-field bg-paper cursor-pointer max-w-40';

interface Props {
  readonly filter: SupplyFilter;
  readonly overview: Overview;
  readonly onChange: (change: Partial<SupplyFilter>) => void;
}

/** Which screens, and which ways in, the table shows. */
export function FilterBar({ filter, overview, onChange }: Props) {
  return (
    <div className="flex flex-wrap items-center gap-2">
      <select
        aria-label="Module"
        className={field}
        value={filter.module ?? '*'}
        onChange={(event) => onChange({ module: event.target.value === '*' ? null : event.target.value })}
      >
        <option value="*">all modules</option>
        {overview.modules.map(({ name }) => (
          <option key={name} value={name}>
            {name}
          </option>
        ))}
        {overview.screens.some((screen) => screen.module === null) && <option value="">in no module</option>}
      </select>
      <select
        aria-label="Ways in"
        className={field}
        value={filter.way ?? '*'}
        onChange={(event) =>
          onChange({ way: event.target.value === '*' ? null : (event.target.value as SupplyFilter['way']) })
        }
      >
        <option value="*">all ways in</option>
        {wayKinds.map(([kind, label]) => (
          <option key={kind} value={kind}>
            {label}
          </option>
        ))}
      </select>
      <label className="flex items-center gap-1.5 cursor-pointer whitespace-nowrap">
        <input
          type="checkbox"
          className="accent-primary size-3.5"
          checked={filter.wrong}
          onChange={(event) => onChange({ wrong: event.target.checked })}
        />
        only what is wrong
      </label>
    </div>
  );
}
