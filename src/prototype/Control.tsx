/** @jsxImportSource preact */
import { useState } from 'preact/hooks';
import { readLiteral } from '../core/plan/value';
import type { InputCard } from '../core/report/walk-offers';
import type { App, Control as ControlOf, State } from './walked';

interface Props {
  readonly app: App;
  readonly state: State;
  readonly onGo: (state: State) => void;
}

/** The controls of a screen, one below the other. */
export const Controls = ({ controls, ...props }: Props & { readonly controls: readonly ControlOf[] }) => (
  <>
    {controls.map((control, index) => (
      <Control key={`${control.card.head} ${index}`} control={control} {...props} />
    ))}
  </>
);

/** A button, with a field for each value that the user decides. */
function Control({ app, state, control, onGo }: Props & { readonly control: ControlOf }) {
  const { card } = control;
  return (
    <div class="control">
      {card.inputs.filter(isTyped).map((input) => (
        <Field key={input.name} app={app} state={state} control={control} input={input} onGo={onGo} />
      ))}
      <button type="button" disabled={card.outcomes.length === 0} onClick={() => onGo(app.tap(state, control))}>
        {card.label}
      </button>
    </div>
  );
}

/** Whether a user would type or choose it: the ids of data that the screen already shows are none of it. */
const isTyped = ({ literal, options }: InputCard): boolean => options.length > 0 || literal.kind !== 'id';

interface FieldProps extends Props {
  readonly control: ControlOf;
  readonly input: InputCard;
}

function Field({ app, state, control, input, onGo }: FieldProps) {
  const [text, setText] = useState(input.value);
  const isWrong = readLiteral(text, input.literal) === null;
  const take = (typed: string): void => {
    setText(typed);
    const value = readLiteral(typed, input.literal);
    if (value !== null) onGo(app.type(state, control, input.name, value));
  };
  return (
    <label class="field">
      {input.name}
      {input.options.length > 0 ? (
        <select value={text} onChange={(event) => take(event.currentTarget.value)}>
          {input.options.map((option) => (
            <option key={option}>{option}</option>
          ))}
        </select>
      ) : (
        <input
          value={text}
          title={input.type}
          aria-invalid={isWrong}
          spellcheck={false}
          onInput={(event) => take(event.currentTarget.value)}
        />
      )}
    </label>
  );
}
