'use client';

import type { RefObject } from 'react';
import { PageLink } from '../parts/PageLink';
import { useAddress, useSaveState, useSnapshot } from '../session/context';
import { GoTo } from './GoTo';
import { PlanMenu } from './PlanMenu';
import type { SaveState } from '../session/saver';
import { ThemeSwitch } from '../parts/ThemeSwitch';
import { views } from '../session/views';

interface Props {
  planId: string;
  name: string;
  onRename: (name: string) => void;
  goTo: RefObject<HTMLInputElement | null>;
  onKeys: () => void;
}

export function Header({ planId, name, onRename, goTo, onKeys }: Props) {
  const address = useAddress();
  return (
    <header className="@container flex items-center gap-3 h-[46px] px-4 border-b border-rule bg-base-100 min-w-0 compact:flex-wrap compact:h-auto compact:py-1.5 compact:gap-y-1">
      <PageLink
        href="/plans"
        className="flex items-center gap-2.5 font-semibold text-[15px] shrink-0"
        title="All plans"
      >
        <span className="double-bar h-[18px]" aria-hidden />
        Andante
      </PageLink>
      <h1 className="sr-only">{name}</h1>
      <PlanMenu planId={planId} name={name} onRename={onRename} />
      <SaveNote />
      <nav
        aria-label="Views"
        className="flex gap-1 @max-[1148px]:gap-0 ml-2 compact:order-last compact:w-full compact:ml-0 compact:flex-wrap"
      >
        {views.map((view) => (
          <a
            key={view.id}
            href={address.hrefOf({ view: view.id })}
            aria-current={address.view === view.id ? 'page' : undefined}
            className="flex items-baseline gap-1.5 px-2.5 @max-[1148px]:px-1.5 py-1.5 rounded-field whitespace-nowrap text-mute hover:text-base-content aria-[current]:bg-primary-wash aria-[current]:text-primary aria-[current]:font-semibold"
            onClick={(event) => {
              if (event.metaKey || event.ctrlKey || event.shiftKey) return;
              event.preventDefault();
              address.go({ view: view.id });
            }}
          >
            <span className="font-mono text-[11px] font-normal @max-[1010px]:hidden" aria-hidden>
              {view.key}
            </span>
            {view.label}
          </a>
        ))}
      </nav>
      <span className="flex-1" />
      <VariantSwitch />
      <GoTo input={goTo} />
      <ThemeSwitch />
      <button
        type="button"
        className="btn btn-ghost btn-sm btn-square font-mono"
        onClick={onKeys}
        aria-label="Show all keys"
        title="All keys ( ? )"
      >
        ?
      </button>
    </header>
  );
}

/** Switch between the verdicts of the plan's variants; a change of the view keeps the variant. */
function VariantSwitch() {
  const overview = useSnapshot('overview');
  const address = useAddress();
  const { variants, variant } = overview;
  if (variants.length < 2) return null;
  return (
    <select
      aria-label="Variant"
      title="The variant whose verdicts are shown"
      value={variant}
      className="shrink min-w-16 max-w-32 h-8 px-2 border border-rule rounded-field bg-paper cursor-pointer"
      onChange={(event) => address.go({ variant: event.target.value === variants[0] ? null : event.target.value })}
    >
      {variants.map((name) => (
        <option key={name}>{name}</option>
      ))}
    </select>
  );
}

const clock = new Intl.DateTimeFormat('en-GB', { hour: '2-digit', minute: '2-digit' });

function SaveNote() {
  const save = useSaveState();
  const [text, tone] = describe(save);
  return (
    <span
      className={`font-mono text-[12px] whitespace-nowrap shrink-0 ${tone} ${save.kind === 'saved' ? '@max-[1148px]:sr-only' : ''}`}
      data-save={save.kind}
      suppressHydrationWarning
      title={save.kind === 'refused' ? save.reason : undefined}
    >
      {text}
    </span>
  );
}

function describe(save: SaveState): [text: string, tone: string] {
  switch (save.kind) {
    case 'saved':
      return [`saved ${clock.format(save.at)}`, 'text-mute'];
    case 'unsaved':
      return ['saving…', 'text-mute'];
    case 'unreachable':
      return save.kept
        ? [`kept here, server ${save.why === 'away' ? 'away' : 'fails'}`, 'text-warning']
        : ['kept nowhere', 'text-error'];
    case 'overtaken':
      return ['not saved', 'text-error'];
    case 'refused':
      return ['not saved', 'text-error'];
  }
}
