import Papa from 'papaparse';
import { check } from '../core/check';
import { tourRows, tourText } from '../core/report/tour';
import { planTour, tapsIn } from '../core/walk/tour';
import { NoPlan } from '../wire/plan-file';
import { printable } from '../core/language/controls';
import { jsonText } from './json';
import { forEachWhole, nameOf } from './read';
import { complain } from './complain';

export const tourFormats = ['text', 'json', 'csv'] as const;

export interface TourOptions {
  readonly format: (typeof tourFormats)[number];
  readonly variant?: string;
}

/** Prints a tour of one variant: a small set of walks that together use every outcome that can happen. */
export function printTour(file: string, { format, variant }: TourOptions): number {
  return forEachWhole([file], ({ file: name }, text) => {
    const { plan, reach } = check(text);
    const of = variant ?? plan.variants[0]!;
    if (!plan.variants.includes(of))
      throw new NoPlan(`${nameOf(name)} has no variant ${of}; it has ${plan.variants.join(', ')}.`);
    if (!plan.start?.target) throw new NoPlan(`${nameOf(name)} names no screen to start with, so no walk can begin.`);
    const analysed = reach.variants.find(({ name }) => name === of);
    const known = analysed?.kind === 'exact' ? analysed.stacks.outcomes() : null;
    const tour = planTour(plan, of, known, ({ index }) => analysed?.verdicts[index]!.walk ?? null);
    const rows = tourRows(tour);
    if (format === 'json') {
      const walks = tour.walks.map((_walk, index) =>
        rows.filter((row) => row.walk === index + 1).map(({ walk: _number, ...rest }) => rest),
      );
      process.stdout.write(
        jsonText({ app: plan.name, variant: of, taps: tapsIn(tour.walks), whole: tour.whole, walks }),
      );
    } else if (format === 'csv') {
      process.stdout.write(
        `${Papa.unparse(
          rows.map((row) => ({ ...row, label: printable(row.label), condition: printable(row.condition) })),
          { columns: ['walk', 'step', 'do', 'label', 'condition', 'shows'], escapeFormulae: true, newline: '\n' },
        )}\n`,
      );
    } else {
      process.stdout.write(tourText(tour));
    }
    if (!tour.whole)
      complain(`${nameOf(name)} has more configurations than were looked at; the tour may leave outcomes out.`);
  })
    ? 0
    : 2;
}
