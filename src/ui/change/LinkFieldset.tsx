'use client';

import { ScreenNames } from './ScreenNames';

/** Values of a new link; a null pattern is made from the screen. */
export interface LinkFields {
  readonly screen: string;
  readonly pattern: string | null;
  /** Label of the screen beneath; empty leaves it to the app. */
  readonly under: string;
}

interface Props {
  readonly fields: LinkFields;
  /** The current pattern, made or typed. */
  readonly made: string;
  readonly onChange: (fields: LinkFields) => void;
}

export function LinkFieldset({ fields, made, onChange }: Props) {
  const field = 'input input-sm bg-paper font-mono w-full max-w-sm';
  return (
    <>
      <label className="grid gap-1">
        The screen that it opens
        <input
          data-first
          className={field}
          list="link-screens"
          value={fields.screen}
          spellCheck={false}
          onChange={(event) => onChange({ ...fields, screen: event.target.value.trim() })}
        />
      </label>
      <label className="grid gap-1">
        URL pattern
        <input
          className={field}
          value={fields.pattern ?? made}
          spellCheck={false}
          autoComplete="off"
          onChange={(event) => onChange({ ...fields, pattern: event.target.value.trim() })}
        />
      </label>
      <label className="grid gap-1">
        Over which screen; empty for the one that the app starts with
        <input
          className={field}
          list="link-screens"
          value={fields.under}
          spellCheck={false}
          onChange={(event) => onChange({ ...fields, under: event.target.value.trim() })}
        />
      </label>
      <ScreenNames id="link-screens" />
    </>
  );
}
