import type { WalkStepNode } from '../../language/syntax';
import { replay, type Break, type Replayed } from '../../walk/replay';
import { example } from '../parts/example';
import { sayFailure, sayUrlProblem, excerpt } from '../parts/links-parts';
import { enumerate, say, words, type Message } from '../parts/message';
import type { Fix, Rule } from '../parts/rule';

export const brokenWalk: Rule = {
  id: 'walk/broken',
  severity: 'error',
  groups: ['walk'],
  reason: 'A kept walk no longer works.',
  explanation:
    'A kept walk says how people use the app. A change has removed a control that the walk taps, or that ' +
    'control now leads elsewhere. Put the change right, or bring the walk up to date. A walk that works in ' +
    'one variant counts as working.',
  ...example`
      app "Huts"
      start home
      screen home "Home" { on "See hut" push hut }
      screen hut "Hut" {}
      walk "Look at a hut" {
    -   tap "Hut"
    +   tap "See hut"
        expect hut
      }
  `,
  *check({ plan }) {
    for (const walk of plan.walks) {
      const replayed = plan.variants.map((variant) => replay(plan, variant, walk.body?.items ?? []));
      if (!replayed.every(({ outcome }) => outcome === 'broken')) continue;
      // The variant in which the walk gets furthest says most.
      const { step, at, because } = (replayed as Extract<Replayed, { outcome: 'broken' }>[]).reduce((best, each) =>
        each.step > best.step ? each : best,
      );
      const name = walk.title?.value ?? '';
      // Without a start there is nothing to walk from, which has been said once.
      if (because.why === 'no-start') continue;
      yield {
        range: at ?? walk.title ?? walk,
        summary: say`The walk “${words(name)}” breaks at step ${step}.`,
        detail: sayBreak(because),
        subject: name || null,
        fixes: fixesOf(because, at),
      };
    }
  },
};

function fixesOf(because: Break, at: WalkStepNode | null): Fix[] {
  if (!('near' in because) || because.near === null || !at) return [];
  const { near } = because;
  if ('label' in at && at.label)
    return [
      { label: `Write “${near}”`, edits: [{ from: at.label.from, to: at.label.to, insert: JSON.stringify(near) }] },
    ];
  return at.kind === 'open' && at.url
    ? [{ label: `Write ${near}`, edits: [{ from: at.url.from, to: at.url.to, insert: near }] }]
    : [];
}

/** Why a walk breaks, in a sentence. */
export function sayBreak(because: Break): Message {
  switch (because.why) {
    case 'no-control':
      return say`${onTop(because)} has nothing called “${words(because.name)}”${words(because.near ? `; “${because.near}” comes nearest` : '')}.`;
    case 'nothing-follows':
      return say`On ${onTop(because)}, “${words(because.name)}” cannot happen there.`;
    case 'other-screen':
      return say`${onTop(because)} is on top there, not ${because.wanted.label}.`;
    case 'not-beneath':
      return say`${because.wanted.label} is on top there, but Back would not show ${because.beneath.label}.`;
    case 'other-value':
      return say`${because.name} on ${because.screen.label} is ${because.found ?? 'absent'} there, not ${because.wanted}.`;
    case 'opens-nothing':
      return say`“${words(excerpt(because.name))}” opens no screen here${whyNothing(because)}.`;
    case 'left':
      return say`The step before it has left the app.`;
    case 'no-start':
      return say`No run begins.`;
  }
}

function whyNothing({ near, because }: Extract<Break, { why: 'opens-nothing' }>): Message {
  if (because === null) return near ? say`; “${words(near)}” comes nearest` : [];
  return 'pattern' in because
    ? say`; ${because.pattern.link.pattern} comes nearest, but ${sayFailure(because)}`
    : say`: ${sayUrlProblem(because)}`;
}

const onTop = ({ screens }: { readonly screens: readonly { readonly label: string }[] }): Message =>
  enumerate(
    screens.map(({ label }) => label),
    3,
    'or',
  );
