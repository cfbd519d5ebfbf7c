/** @jsxImportSource preact */
import { useEffect, useLayoutEffect, useMemo, useRef, useState } from 'preact/hooks';
import { Device } from './Device';
import { Controls } from './Control';
import { variantsOf, type App, type Door, type State } from './walked';

/** The URL behind the `#` of the address: a path, or a whole URL; null without one. */
const urlInAddress = (): string | null => {
  const text = location.hash.slice(1);
  return text === '' ? null : text;
};

/** The whole page: the device, and around it what a device does not show. */
export function Prototype({ app }: { readonly app: App }) {
  const { plan } = app;
  const [state, setState] = useState(() => {
    const asked = new URLSearchParams(location.search).get('variant');
    const variants = variantsOf(plan);
    const start = app.start(variants.find((each) => each === asked) ?? variants[0] ?? plan.variants[0]!);
    const url = urlInAddress();
    return url === null ? start : app.open(start, url);
  });
  const scene = useMemo(() => app.scene(state), [app, state]);
  const device = useRef<HTMLElement>(null);
  const go = (next: State): void => setState(next);

  useEffect(() => {
    const follow = (): void => {
      const url = urlInAddress();
      if (url !== null) setState((now) => app.open(now, url));
    };
    addEventListener('hashchange', follow);
    return () => removeEventListener('hashchange', follow);
  }, [app]);

  // Whoever goes by keyboard stays at the place where the next controls are.
  const isFirstRef = useRef(true);
  useLayoutEffect(() => {
    if (!isFirstRef.current) device.current?.querySelector('h1')?.focus({ preventScroll: true });
    isFirstRef.current = false;
  }, [state.configuration]);

  const back = scene?.controls.find(({ card }) => card.kind === 'back');
  const own = scene?.controls.filter(({ card }) => card.kind === 'event') ?? [];
  return (
    <div class="around">
      <header>
        <p class="app">{plan.name ?? 'Prototype'}</p>
        {plan.variants.length > 1 && (
          <label>
            Shown as{' '}
            <select value={state.variant} onChange={(event) => go(app.start(event.currentTarget.value))}>
              {plan.variants.map((variant) => (
                <option key={variant}>{variant}</option>
              ))}
            </select>
          </label>
        )}
        <button type="button" onClick={() => go(app.start(state.variant))}>
          Start again
        </button>
      </header>
      <main ref={device}>
        <Device
          app={app}
          state={state}
          scene={scene}
          size={plan.sizes.get(state.variant) ?? 'phone'}
          back={back}
          onGo={go}
        />
        <div class="keys">
          <button
            type="button"
            disabled={!back || state.question !== null}
            onClick={() => back && go(app.tap(state, back))}
          >
            Back
          </button>
        </div>
      </main>
      <aside aria-label="From outside">
        <p role="status" class="said">
          {state.said}
        </p>
        {own.length > 0 && (
          <section aria-labelledby="own">
            <h2 id="own">May happen by itself</h2>
            <Controls app={app} state={state} controls={own} onGo={go} />
          </section>
        )}
        <Doors app={app} state={state} onGo={go} />
      </aside>
    </div>
  );
}

interface DoorsProps {
  readonly app: App;
  readonly state: State;
  readonly onGo: (state: State) => void;
}

/** Links, and entries such as shortcuts and notifications. */
function Doors({ app, state, onGo }: DoorsProps) {
  const doors = useMemo(() => app.doors(state.variant), [app, state.variant]);
  const [isOpen, setOpen] = useState(false);
  const [url, setUrl] = useState('');
  if (doors.length === 0) return null;
  const enter = (door: Door): void => onGo(app.enter(state, door));
  return (
    <details open={isOpen} onToggle={(event) => setOpen(event.currentTarget.open)}>
      <summary>Come in from outside</summary>
      {isOpen && (
        <>
          <form
            onSubmit={(event) => {
              event.preventDefault();
              if (url.trim() !== '') onGo(app.open(state, url.trim()));
            }}
          >
            <label>
              A link <input value={url} onInput={(event) => setUrl(event.currentTarget.value)} spellcheck={false} />
            </label>
            <button type="submit">Open</button>
          </form>
          <ul>
            {doors.map((door, index) => (
              <li key={index}>
                <button type="button" onClick={() => enter(door)}>
                  <span class="kind">{door.kind}</span> {door.label}
                </button>
              </li>
            ))}
          </ul>
        </>
      )}
    </details>
  );
}
