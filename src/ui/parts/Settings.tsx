'use client';

import { useSyncExternalStore } from 'react';
import {
  areSingleKeysOn,
  chooseTextSize,
  onSettings,
  storedTextSize,
  textSizes,
  turnSingleKeys,
} from './stored-settings';
import { chooseTheme, onThemeChoice, storedTheme, type ThemeChoice } from './theme';

const themes: readonly { readonly value: ThemeChoice; readonly label: string }[] = [
  { value: 'system', label: 'as the system' },
  { value: 'paper', label: 'paper' },
  { value: 'dusk', label: 'dusk' },
];

/** What a user sets for all plans. */
export function Settings() {
  const theme = useSyncExternalStore<ThemeChoice>(onThemeChoice, storedTheme, () => 'system');
  const size = useSyncExternalStore(onSettings, storedTextSize, () => '1');
  const areOn = useSyncExternalStore(onSettings, areSingleKeysOn, () => true);
  return (
    <div className="grid gap-1.5" role="group" aria-label="Settings">
      <Choice name="Theme" value={theme} options={themes} onChoose={(value) => chooseTheme(value as ThemeChoice)} />
      <Choice name="Size of text" value={size} options={textSizes} onChoose={chooseTextSize} />
      <label className="flex items-baseline gap-2 cursor-pointer">
        <input
          type="checkbox"
          className="self-center"
          checked={areOn}
          onChange={(event) => turnSingleKeys(event.target.checked)}
        />
        Keys of one character do something without Ctrl
      </label>
    </div>
  );
}

interface ChoiceProps {
  readonly name: string;
  readonly value: string;
  readonly options: readonly { readonly value: string; readonly label: string }[];
  readonly onChoose: (value: string) => void;
}

function Choice({ name, value, options, onChoose }: ChoiceProps) {
  return (
    <fieldset className="flex items-baseline gap-4">
      <legend className="float-left w-24 text-mute">{name}</legend>
      {options.map((option) => (
        <label key={option.value} className="flex items-baseline gap-1.5 cursor-pointer">
          <input
            type="radio"
            className="self-center"
            name={name}
            checked={option.value === value}
            onChange={() => onChoose(option.value)}
          />
          {option.label}
        </label>
      ))}
    </fieldset>
  );
}
