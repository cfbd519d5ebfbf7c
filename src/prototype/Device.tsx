/** @jsxImportSource preact */
import type { ComponentChildren } from 'preact';
import { useLayoutEffect, useRef } from 'preact/hooks';
import { Controls } from './Control';
import type { App, Control, Question, Scene, Shown, State } from './walked';

interface Props {
  readonly app: App;
  readonly state: State;
  /** Null if the app shows nothing. */
  readonly scene: Scene | null;
  readonly size: 'phone' | 'wide' | 'small';
  readonly back: Control | undefined;
  readonly onGo: (state: State) => void;
}

/** The screens in sight, as a plain device shows them. */
export function Device({ app, state, scene, size, back, onGo }: Props) {
  const { arrived, question } = state;
  if (!scene)
    return (
      <section class="device" data-size={size} aria-label="The device">
        <div class="closed">
          <h1 tabIndex={-1}>The app is closed</h1>
          <p>
            {app.plan.start?.target
              ? 'Start again, or come in from outside.'
              : 'The plan names no screen to start with.'}
          </p>
        </div>
      </section>
    );
  const own = scene.controls.filter(({ card }) => !card.beside);
  const of = (kind: string): Control[] => own.filter(({ card }) => card.kind === kind);
  const controls = (some: readonly Control[]) => <Controls app={app} state={state} controls={some} onGo={onGo} />;
  const menu = of('item');
  const isWide = size === 'wide';
  const drawer = menu.length > 0 && (
    <nav class={isWide ? 'drawer' : 'menu'} aria-label={menu[0]!.card.menu ?? 'Menu'}>
      <h2>{menu[0]!.card.menu}</h2>
      {controls(menu)}
    </nav>
  );
  const tabs = of('tab');
  return (
    <section class="device" data-size={size} aria-label="The device">
      <div class="panes" inert={question !== null}>
        {isWide && drawer}
        {scene.list && (
          <Pane shown={scene.list} Title="h2">
            {controls(scene.controls.filter(({ card }) => card.beside))}
          </Pane>
        )}
        <div
          key={`${depthKey(state)}`}
          class={`moved ${arrived.direction} ${scene.modal ? 'modal' : ''}`}
          data-motion={arrived.motion}
        >
          <Pane
            shown={scene.top}
            Title="h1"
            arrow={
              scene.arrow !== null && (
                <button
                  type="button"
                  class="arrow"
                  aria-label={`Header arrow, to ${scene.arrow}`}
                  onClick={() => back && onGo(app.tap(state, back))}
                >
                  <svg width="8" height="12" viewBox="0 0 8 12" aria-hidden="true">
                    <path d="M7 1 2 6l5 5" fill="none" stroke="currentColor" stroke-width="1.6" />
                  </svg>
                  <span>{scene.arrow}</span>
                </button>
              )
            }
          >
            {controls(of('trigger'))}
            {!isWide && drawer}
          </Pane>
        </div>
      </div>
      {tabs.length > 0 && (
        <nav class="tabs" aria-label="Tabs" inert={question !== null}>
          {tabs.map((tab, index) => (
            <button
              key={index}
              type="button"
              aria-current={tab.card.current ? 'page' : undefined}
              disabled={tab.card.outcomes.length === 0}
              onClick={() => onGo(app.tap(state, tab))}
            >
              {tab.card.label}
            </button>
          ))}
        </nav>
      )}
      {question && <Asked app={app} state={state} question={question} onGo={onGo} />}
    </section>
  );
}

let configurations = 0;
const keys = new WeakMap<object, number>();

/** A key for each configuration: an element with a new key moves into sight. */
function depthKey({ configuration }: State): number {
  if (!configuration) return 0;
  let key = keys.get(configuration);
  if (key === undefined) keys.set(configuration, (key = ++configurations));
  return key;
}

interface PaneProps {
  readonly shown: Shown;
  readonly Title: 'h1' | 'h2';
  readonly arrow?: ComponentChildren;
  readonly children: ComponentChildren;
}

function Pane({ shown, Title, arrow, children }: PaneProps) {
  return (
    <div class="pane">
      <div class="head">
        {arrow}
        <Title tabIndex={-1}>{shown.title}</Title>
      </div>
      <div class="body">
        {shown.values.length > 0 && (
          <dl>
            {shown.values.map(({ name, value }) => (
              <div key={name}>
                <dt>{name}</dt>
                <dd>{value}</dd>
              </div>
            ))}
          </dl>
        )}
        {children}
      </div>
    </div>
  );
}

interface AskedProps {
  readonly app: App;
  readonly state: State;
  readonly question: Question;
  readonly onGo: (state: State) => void;
}

/** Asks how something turns out that the plan leaves open. */
function Asked({ app, state, question, onGo }: AskedProps) {
  const dialog = useRef<HTMLDivElement>(null);
  useLayoutEffect(() => dialog.current?.querySelector('button')?.focus(), []);
  return (
    <div
      ref={dialog}
      class="asked"
      role="dialog"
      aria-modal="true"
      aria-labelledby="asked"
      onKeyDown={(event) => {
        if (event.key === 'Escape') onGo(app.withoutQuestion(state));
      }}
    >
      <h2 id="asked">“{question.label}”: how does it turn out?</h2>
      {question.answers.map(({ text, outcome }, index) => (
        <button key={index} type="button" onClick={() => onGo(app.answer(state, outcome))}>
          {text}
        </button>
      ))}
      <button type="button" class="quiet" onClick={() => onGo(app.withoutQuestion(state))}>
        Do not tap it
      </button>
    </div>
  );
}
