import { printable } from '../core/language/controls';
import { parse } from '../core/language/parse';
import { resolve } from '../core/plan/resolve';
import { sayBreak } from '../core/rules/walk/broken';
import { plain } from '../core/rules/parts/message';
import { replay } from '../core/walk/replay';
import { NoPlan } from '../wire/plan-file';
import { forEachWhole, nameOf } from './read';

/** Walks the kept walks of a plan, or the one of a name, in every variant, and prints the screen after each step. */
export function walkPlan(file: string, name: string | undefined): number {
  let broken = false;
  const readable = forEachWhole([file], ({ file: path }, text) => {
    const plan = resolve(parse(text));
    const walks = plan.walks.filter((walk) => name === undefined || walk.title?.value === name);
    if (walks.length === 0) {
      const kept = plan.walks.map((walk) => `“${walk.title?.value ?? ''}”`).join(', ');
      throw new NoPlan(
        `${nameOf(path)} keeps no walk${name === undefined ? '' : ` called “${name}”`}.${name === undefined || kept === '' ? '' : ` It keeps ${kept}.`}`,
      );
    }
    for (const walk of walks) {
      const results = plan.variants.map((variant) => ({
        variant,
        replayed: replay(plan, variant, walk.body?.items ?? []),
      }));
      broken ||= results.every(({ replayed }) => replayed.outcome === 'broken');
      for (const { variant, replayed } of results) {
        process.stdout.write(`${printable(walk.title?.value ?? 'A walk without a name')}, in ${variant}\n`);
        replayed.shown.forEach((screens, step) => {
          const at =
            step === 0 ? 'cold start' : text.slice(walk.body!.items[step - 1]!.from, walk.body!.items[step - 1]!.to);
          process.stdout.write(
            `  ${printable(at).padEnd(32)} ${screens.map((screen) => screen.label).join(' or ') || 'the app is left'}\n`,
          );
        });
        if (replayed.outcome === 'broken')
          process.stdout.write(`  breaks at step ${replayed.step}: ${printable(plain(sayBreak(replayed.because)))}\n`);
        else
          process.stdout.write(
            replayed.outcome === 'holds' ? '  holds\n' : '  cannot be judged: its next step does not read\n',
          );
      }
    }
  });
  return !readable ? 2 : broken ? 1 : 0;
}
