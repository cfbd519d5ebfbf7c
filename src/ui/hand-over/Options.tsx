'use client';

import type { ReactNode } from 'react';
import type { Overview } from '../../core/report/overview';
import type { HandOverOptions } from './messages';
import { entryOf, isLanguage, languageNames, type Output } from './outputs';

const field = 'h-7 px-2 border border-rule rounded-field bg-paper min-w-0';

interface Props {
  readonly output: Output;
  readonly options: HandOverOptions;
  readonly overview: Overview;
  readonly onOutput: (output: Output) => void;
  readonly onChange: (change: Partial<HandOverOptions>) => void;
}

/** What a user decides about an output. */
export function Options({ output, options, overview, onOutput, onChange }: Props) {
  if (isLanguage(output))
    return (
      <Row>
        <Labelled text="Language">
          <select className={field} value={output} onChange={(event) => onOutput(event.target.value as Output)}>
            {entryOf(output)
              .outputs.filter(isLanguage)
              .map((language) => (
                <option key={language} value={language}>
                  {languageNames[language]}
                </option>
              ))}
          </select>
        </Labelled>
        {output === 'kotlin' && (
          <Text
            label="Package"
            value={options.packageName}
            example="com.example.huts"
            onChange={(packageName) => onChange({ packageName })}
          />
        )}
      </Row>
    );
  if (output === 'diagram') return <DiagramOptions options={options} overview={overview} onChange={onChange} />;
  if (output !== 'links') return null;
  const identity = (change: Partial<HandOverOptions['identity']>): void =>
    onChange({ identity: { ...options.identity, ...change } });
  const { appleId, androidPackage, androidCertificate } = options.identity;
  return (
    <Row>
      <Text
        label="Apple id"
        value={appleId}
        example="TEAM123456.com.example"
        onChange={(id) => identity({ appleId: id })}
      />
      <Text
        label="Android package"
        value={androidPackage}
        example="com.example.huts"
        onChange={(name) => identity({ androidPackage: name })}
      />
      <Text
        label="Certificate, SHA-256"
        value={androidCertificate}
        example="14:6D:E9:…"
        onChange={(print) => identity({ androidCertificate: print })}
      />
    </Row>
  );
}

function DiagramOptions({ options, overview, onChange }: Pick<Props, 'options' | 'overview' | 'onChange'>) {
  const { module, around, steps } = options;
  return (
    <Row>
      <Labelled text="Module">
        <select
          className={field}
          value={module ?? ''}
          onChange={(event) => onChange({ module: event.target.value || null })}
        >
          <option value="">all modules</option>
          {overview.modules.map(({ name }) => (
            <option key={name}>{name}</option>
          ))}
        </select>
      </Labelled>
      <Labelled text="Around">
        <select
          className={`${field} max-w-44`}
          value={around ?? ''}
          onChange={(event) => onChange({ around: event.target.value || null })}
        >
          <option value="">no screen in particular</option>
          {overview.screens.map(({ label }) => (
            <option key={label}>{label}</option>
          ))}
        </select>
      </Labelled>
      {around !== null && (
        <Labelled text="Steps">
          <select className={field} value={steps} onChange={(event) => onChange({ steps: Number(event.target.value) })}>
            {[0, 1, 2, 3, 4, 5].map((number) => (
              <option key={number}>{number}</option>
            ))}
          </select>
        </Labelled>
      )}
    </Row>
  );
}

const Row = ({ children }: { readonly children: ReactNode }) => (
  <div className="flex flex-wrap gap-x-4 gap-y-2">{children}</div>
);

const Labelled = ({ text, children }: { readonly text: string; readonly children: ReactNode }) => (
  <label className="flex items-center gap-1.5">
    <span className="text-mute">{text}</span>
    {children}
  </label>
);

interface TextProps {
  readonly label: string;
  readonly value: string | null;
  readonly example: string;
  readonly onChange: (value: string | null) => void;
}

const Text = ({ label, value, example, onChange }: TextProps) => (
  <Labelled text={label}>
    <input
      className={`${field} font-mono text-[12px] w-48 placeholder:text-mute`}
      value={value ?? ''}
      placeholder={example}
      spellCheck={false}
      onChange={(event) => onChange(event.target.value.trim() || null)}
    />
  </Labelled>
);
