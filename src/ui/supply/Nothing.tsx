/** Shown if the table has no row: the filter leaves nothing, or nothing is declared yet. */
export function Nothing({ has, screens, onAll }: { has: boolean; screens: number; onAll: () => void }) {
  return (
    <div className="max-w-md pt-4">
      <h2 className="font-semibold text-[15px] mb-1">
        {has ? 'Nothing of this kind' : screens === 0 ? 'No screens yet' : 'No screen takes an argument'}
      </h2>
      {has ? (
        <p>
          No argument is left by this filter.{' '}
          <button type="button" className="fix-button" onClick={onAll}>
            Show all
          </button>
        </p>
      ) : (
        <p>
          Arguments are declared in a screen, as in <code>takes hutId: HutId</code>; each then appears here with
          everyone who should bring it.
        </p>
      )}
    </div>
  );
}
