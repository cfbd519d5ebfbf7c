/** What happens by itself: plans whose answers are worked out by hand. */
import { describe, expect, test } from 'vitest';
import { check } from '../../src/core/check';
import { complete } from '../../src/core/assist/complete';
import { format } from '../../src/core/language/format';
import { asModel } from '../../src/wire/model';
import { toModel } from '../../src/core/model/to-model';
import { writePlan } from '../../src/core/model/write-plan';
import type { PlanModel } from '../../src/core/model/model';
import { stepsOf } from '../../src/core/report/tour';
import { walkCard } from '../../src/core/report/walk-card';
import { activeStack } from '../../src/core/walk/configuration';
import { replay } from '../../src/core/walk/replay';
import { readTrail } from '../../src/core/walk/trail';
import { walkLabels } from '../../src/core/walk/tap';
import { planTour } from '../../src/core/walk/tour';
import { Walker } from '../../src/core/walk/walker';
import { planText } from './plan-text';
import { expectWalksToReplay } from './replays';

/** The length and the walk of the verdict on a screen, and whether it needs an event. */
function reached(text: string, label: string): unknown[] {
  const { plan, reach } = check(text);
  const { reachable, taps, byEvent, walk } =
    reach.variants[0]!.verdicts[plan.screens.findIndex((screen) => screen.label === label)]!;
  return [reachable, taps, byEvent, walk && walkLabels(walk)];
}

/** Findings about runs; their walks have to replay. */
function found(text: string): string[] {
  const checked = check(text);
  expectWalksToReplay(text, checked);
  return checked.findings
    .filter(({ rule }) => /^(reach|stack|plan)\//.test(rule))
    .map(({ rule, subject, walk }) => `${rule} ${subject}${walk ? `: ${walk.join(', ')}` : ''}`);
}

const warned = (body: string): string =>
  `start hut\nevent "Warning" on all present storm\nscreen hut "Hut" {\n${body}}\nscreen storm "Storm" as dialog {}\n`;

describe('what is reached', () => {
  test('needs an event where taps alone do not lead', () => {
    expect(reached(warned(''), 'storm')).toEqual(['yes', 1, true, ['Warning']]);
    expect(found(warned(''))).toContain('reach/event-only storm: Warning');
  });

  test('needs none where taps lead, however many', () => {
    const text = `${warned('  on "Weather" push weather\n')}screen weather "Weather" { on "Storm" push storm }\n`;
    expect(reached(text, 'storm')).toEqual(['yes', 2, false, ['Weather', 'Storm']]);
    expect(found(text).filter((one) => one.startsWith('reach/'))).toEqual([]);
  });

  test('takes as few events as possible, and then as few taps', () => {
    const text = `start a
flag f
flag g
event "F" on a sets f = true
event "G" on a sets g = true
screen a "A" { on "On" push b }
screen b "B" { on "On" push c }
screen c "C" { on "On" when f push d }
screen d "D" {}
menu "M" on a { "Short" when f and g push d }
`;
    expect(reached(text, 'd')).toEqual(['yes', 4, true, ['F', 'On', 'On', 'On']]);
  });

  test('takes as few events as possible where tabs share a flag, too, though two events would be fewer steps', () => {
    const text = `start home
flag f
tabs {
  "Home" home
  "More" more
}
event "Call" push call then sets f = true
screen home "Home" {}
screen more "More" {
  needs f else sets f = false
  on "Calls" when f push call
}
screen call "Call" { needs f else push home then back }
`;
    expect(reached(text, 'call')).toEqual(['yes', 3, true, ['Call', 'More', 'Calls']]);
  });

  test('is the same for tabs that share a flag', () => {
    const text = `start home
flag f
tabs {
  "Home" home
  "More" more
}
event "Answer" on more sets f = true
screen home "Home" { on "Open" when f push detail }
screen more "More" {}
screen detail "Detail" {}
`;
    expect(reached(text, 'detail')).toEqual(['yes', 4, true, ['More', 'Answer', 'Home', 'Open']]);
    expect(found(text)).toContain('reach/event-only detail: More, Answer, Home, Open');
  });

  test('an event whose condition never holds is told', () => {
    expect(found('start a\nflag f\nevent "Never" when f push a\nscreen a "A" {}\n')).toEqual(['reach/gated Never']);
  });
});

describe('an event can show a screen', () => {
  // The stacks: list · detail · edit (a sheet), then “Session ended”, then Close: detail is shown though nobody is in.
  const ends = (steps: string): string => `start welcome
flag in
event "Session ended" on edit ${steps}
screen welcome "Welcome" { on "Sign in" sets in = true then reset list }
screen list "List" {
  on "Detail" push detail
  on "Sign out" sets in = false then reset welcome
}
screen detail "Detail" {
  needs in else reset welcome
  on "Edit" push edit
}
screen edit "Edit" as sheet { on "Close" close }
`;

  test('a session that ends under a private sheet', () => {
    expect(found(ends('sets in = false'))).toEqual([
      'stack/guarded-revealed detail: Sign in, Detail, Edit, Session ended, Close',
    ]);
    expect(found(ends('sets in = false then reset welcome'))).toEqual([]);
  });

  test('so Back reveals what lies beneath it, and it can pile up', () => {
    const text = 'start a\nevent "Call" on all push call\nscreen a "A" {}\nscreen call "Call" {}\n';
    const { plan, reach } = check(text);
    const back = reach.variants[0]!.back(plan.screens[1]!);
    expect(back.reveals.map(({ label }) => label)).toEqual(['a', 'call']);
    expect(found(text)).toEqual(['stack/grows call: Call, Call', 'reach/event-only call: Call']);
  });

  test('so it breaks rules', () => {
    const text = planText`
      start a
      event "Home" on b reset a
      screen a "A" { on "B" reset b }
      screen b "B" {}
      rule "R" never a after b
      rule "S" never b beneath a
    `;
    expect(found(text).filter((one) => one.startsWith('stack/'))).toEqual(['stack/rule-broken R: B, Home']);
  });
});

describe('an event is no way on', () => {
  test('from a dead end', () => {
    const text = (way: string): string =>
      `start a\n${way}screen a "A" { on "Wait" reset waiting }\nscreen waiting "Waiting" {}\n`;
    expect(found(text('event "Answer" on waiting reset a\n'))).toEqual(['reach/dead-end waiting: Wait']);
    expect(found(text('menu "M" on waiting { "Give up" reset a }\n'))).toEqual([]);
  });

  test('to a dead end it leads all the same', () => {
    const text = 'start a\nevent "Blocked" on all reset blocked\nscreen a "A" {}\nscreen blocked "Blocked" {}\n';
    expect(found(text)).toEqual(['reach/event-only blocked: Blocked', 'reach/dead-end blocked: Blocked']);
  });

  test('out of a trap', () => {
    const screens = planText`
      screen home "Home" {
        on "Tour" reset a
        on "C" push c
        on "D" push d
        on "E" push e
      }
      screen a "A" { on "B" reset b }
      screen b "B" { on "A" reset a }
      screen c "C" {}
      screen d "D" {}
      screen e "E" {}
    `;
    expect(found(`start home\nevent "End" on b reset home\n${screens}`)).toEqual(['reach/trap a: Tour']);
    expect(found(`start home\nmenu "M" on b { "End" reset home }\n${screens}`)).toEqual([]);
  });

  test('for a rule that asks for one, though a pop by the user remains one after an event', () => {
    const text = (event: string): string =>
      planText`
        start a
        ${event}screen a "A" { on "B" push b }
        screen b "B" { on "C" replace c }
        screen c "C" {}
        screen d "D" { on "A" back to a }
        rule "R" from c always reach d
        rule "S" from d always reach a
      `;
    expect(found(text('event "D" on c push d\n'))).toContain('stack/rule-broken R: B, C');
    expect(found(text('event "D" on c push d\n'))).not.toContainEqual(expect.stringContaining('stack/rule-broken S'));
    expect(found(text('menu "M" on c { "D" push d }\n'))).toEqual([]);
  });

  test('beneath a frame that only an event pops', () => {
    // Back on `b` pops it, and so does the event; only the event sets the flag with which `a` leads to `d`.
    const text = (pops: string): string =>
      planText`
        start a
        flag f
        ${pops}screen a "A" {
          on "B" push b
          on "D" when f push d
        }
        screen b "B" {}
        screen d "D" {}
        rule "R" from b always reach d
      `;
    expect(found(text('event "Done" on b sets f = true then back\n'))).toContain('stack/rule-broken R: B');
    expect(found(text('menu "M" on b { "Done" sets f = true then back }\n'))).toEqual([]);
  });
});

describe('the screens of an event', () => {
  const on = (places: string): string[] => {
    const text = planText`
      variants phone, watch
      start a
      tabs only phone { "A" a "B" b }
      event "E"${places} reset c
      screen a "A" { on "D" push d }
      screen b "B" {}
      screen c "C" {}
      screen d "D" {}
    `;
    const { plan } = check(text.replace('{ "A" a "B" b }', '{\n  "A" a\n  "B" b\n}'));
    const walker = new Walker(plan, 'phone');
    const [start] = walker.coldStart();
    return plan.screens.flatMap((screen) => {
      const stacks = start!.stacks.map((stack, index) => (index === start!.active ? { ...stack!, screen } : stack));
      return walker.ownEvents({ ...start!, stacks }).length > 0 ? [screen.label] : [];
    });
  };
  test.each([
    ['', ['a', 'b', 'c', 'd']],
    [' on all', ['a', 'b', 'c', 'd']],
    // The start, the roots of tabs, and the screen that it resets to.
    [' on roots', ['a', 'b', 'c']],
    [' on d, b', ['b', 'd']],
    [' only watch', []],
    [' only phone on d', ['d']],
  ])('%j', (places, screens) => expect(on(places)).toEqual(screens));
});

describe('a walk', () => {
  const text = planText`
    start a
    event "Answer" on b when "yes" push c otherwise push d
    screen a "A" { on "B" push b }
    screen b "B" {}
    screen c "C" {}
    screen d "D" {}
  `;

  test('has events as steps, with their outcomes', () => {
    const { plan } = check(text);
    const last = (steps: string): string => {
      const { outcome, run } = replay(plan, 'app', readTrail(steps)!);
      const stop = run.at(-1)?.configuration;
      return `${outcome} ${stop ? activeStack(stop)!.screen.label : ''}`;
    };
    expect(last('tap "B" event "Answer" if "yes"')).toBe('holds c');
    expect(last('tap "B" event "Answer" unless "yes" back')).toBe('holds b');
    expect(last('event "Answer"')).toBe('broken a');
  });

  test('offers events apart from taps', () => {
    const { phone } = walkCard(check(text), { steps: 'tap "B"', taken: 1, typed: {} }, null);
    expect(phone!.offers.map(({ kind, head }) => [kind, head])).toEqual([
      ['back', 'back'],
      ['event', 'event "Answer"'],
    ]);
  });

  test('of a tour uses each outcome of an event', () => {
    const { plan, reach } = check(text);
    const [variant] = reach.variants;
    const { walks } = planTour(plan, 'app', variant!.kind === 'exact' ? variant!.stacks.outcomes() : null);
    expect(walks.flatMap(stepsOf).filter((step) => step.startsWith('event'))).toEqual([
      'event "Answer" if "yes"',
      'event "Answer" unless "yes"',
    ]);
  });
});

describe('the statement', () => {
  const text = planText`
    ## When the server says so.
    event "Session ended" only phone on a, m.b when f and not "busy" sets f = false then reset a
        otherwise push a(id: 1) motion none
  `;
  const whole = planText`
    variants phone
    start a
    flag f

    ${text}
    screen a "A" {
      takes id: int?
    }

    module m {
      screen b "B"
    }
  `;

  test('is read, laid out as it stands, and survives the way through JSON', () => {
    const { plan } = check(whole);
    expect([plan.tree.problems, plan.problems]).toEqual([[], []]);
    expect(format(whole)).toBe(whole);
    const model: unknown = JSON.parse(JSON.stringify(toModel(plan)));
    expect(asModel(model)).toEqual(model);
    const written = writePlan(model as PlanModel);
    expect(written).toContain(text);
    expect(toModel(check(written).plan)).toEqual(model);
  });

  test.each([
    ['event', 'The event’s title in quotation marks should stand after event.'],
    ['event "E" on nosuch push a', null],
    [
      'event "E"',
      'A step (push, replace, present, close, back, reset, switch, sets, resume, leave) should stand after "E".',
    ],
  ])('%s', (statement, message) => {
    const { plan } = check(`start a\nscreen a "A" {}\n${statement}\n`);
    expect(plan.tree.problems.map((problem) => problem.message)).toEqual(message === null ? [] : [message]);
    expect(plan.problems.map(({ kind }) => kind)).toEqual(message === null ? ['unknown-screen'] : []);
  });

  test('two of one title are told, and an argument that it leaves out', () => {
    const twice = 'start a\nevent "E" push a\nevent "E" push b\nscreen a "A" {}\nscreen b "B" { takes id: int }\n';
    expect(check(twice).findings.map(({ rule, subject }) => `${rule} ${subject}`)).toEqual(
      expect.arrayContaining(['plan/duplicate-name null', 'supply/missing E']),
    );
  });

  test('completes: places, steps, conditions, titles in walks', () => {
    const offered = (before: string): string[] => {
      const begun = `start a\nflag f\nevent "Call" on a push a\nscreen a "A" {}\n${before}`;
      return complete(check(begun), begun.length)?.options.map(({ label }) => label) ?? [];
    };
    expect(offered('event "E" ')).toEqual(expect.arrayContaining(['on', 'only', 'when', 'push', 'sets']));
    expect(offered('event "E" on ')).toEqual(expect.arrayContaining(['all', 'roots', 'a']));
    expect(offered('event "E" on all ')).toEqual(expect.arrayContaining(['when', 'reset']));
    expect(offered('event "E" on all when ')).toEqual(expect.arrayContaining(['f', 'not']));
    expect(offered('walk "W" {\n  event ')).toEqual(['"Call"']);
  });
});
