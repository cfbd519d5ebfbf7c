/** Tours for people who test: a checklist in Markdown, a table, and a page to print. */
import type { Job } from '../job/job';
import { html, type Html } from '../page/html';
import { markdown } from '../../base/markdown';
import { readingPage } from '../page/page';
import { paper } from '../page/style';
import { table, type Table } from '../page/table';
import { sayArranged, sayStep, type DetailedTour, type TourStep } from './tour-steps';
import type { Screen } from '../../plan/model';
import { titleWith } from '../../walk/data';

/** A title whose values nobody knows yet: `Stay ‹id›`. */
const titleOf = ({ title }: Screen): string => (title ? titleWith(title.value, (names) => `‹${names.join('.')}›`) : '');

const sayScreen = (screen: Screen): string =>
  screen.title ? `“${titleOf(screen)}” is shown (screen ${screen.label}).` : `The screen ${screen.label} is shown.`;

/** The sentence about the screen after a step. */
const sayShown = ({ shows }: TourStep): string => (shows ? sayScreen(shows) : 'The app is left.');

const count = (number: number, one: string): string => `${number} ${one}${number === 1 ? '' : 's'}`;

function sayTour({ walks, taps, whole }: DetailedTour): string {
  if (walks.length === 0) return 'There is nothing to walk.';
  const used = whole
    ? 'every outcome of every control.'
    : 'every outcome that was found. The plan has too many configurations to look at all of them, ' +
      'so some outcomes may be left out.';
  return (
    `${count(walks.length, 'walk')} of ${count(taps, 'step')} together use ${used} ` +
    'Each walk begins with the app closed.'
  );
}

const headOf = ({ check }: Job, variant: string): string =>
  `${check.plan.name ?? 'App'}: tour${check.plan.variants.length > 1 ? ` of ${variant}` : ''}`;

/** Tours as a checklist in Markdown (CommonMark, with task lists). */
export const tourMarkdown = (job: Job, tours: readonly DetailedTour[]): string =>
  tours
    .map((tour) => {
      const walks = tour.walks.map(({ starts, steps }, index) =>
        [
          `## Walk ${index + 1}`,
          `- [ ] Start the app. ${markdown(sayScreen(starts))}`,
          ...steps.map((step) => {
            const arranged = sayArranged(step);
            const done = `- [ ] ${markdown(sayStep(step))} ${markdown(sayShown(step))}`;
            return arranged === '' ? done : `${done} _Arrange before: ${markdown(arranged)}_`;
          }),
        ].join('\n'),
      );
      return [`# ${markdown(headOf(job, tour.variant))}`, sayTour(tour), ...walks].join('\n\n');
    })
    .join('\n\n')
    .concat('\n');

/** Tours as a table: a row for each step, the start of the app included. */
export const tourTable = (tours: readonly DetailedTour[]): Table =>
  table(
    'tours',
    ['variant', 'walk', 'step', 'do', 'label', 'arrange', 'screen', 'title', 'passed'],
    tours.flatMap(({ variant, walks }) =>
      walks.flatMap(({ starts, steps }, index) => [
        {
          ...row(variant, index, 0),
          do: 'start',
          label: '',
          arrange: '',
          screen: starts.label,
          title: titleOf(starts),
        },
        ...steps.map((step, at) => ({
          ...row(variant, index, at + 1),
          do: step.do,
          label: step.label,
          arrange: sayArranged(step),
          screen: step.shows?.label ?? '',
          title: step.shows ? titleOf(step.shows) : '',
        })),
      ]),
    ),
  );

const row = (variant: string, walk: number, step: number) => ({ variant, walk: walk + 1, step, passed: '' });

/** Tours as a page to print, with a box to tick for each step. */
export function tourPage(job: Job, tours: readonly DetailedTour[]): string {
  const title = `${job.check.plan.name ?? 'App'}: tours`;
  return readingPage(
    {
      title,
      style: `
.box{width:22px}.box input{width:15px;height:15px;margin:2px 0 0}
.number{width:34px;color:${paper.mute}}
td p{margin:0}`,
      body: html`<main>${tours.map((tour) => tourSection(headOf(job, tour.variant), tour))}</main>`,
    },
    job.parts.fonts,
  );
}

const tourSection = (head: string, tour: DetailedTour): Html =>
  html`<h1>${head}</h1>
    <p>${sayTour(tour)}</p>
    ${tour.walks.map(
      ({ starts, steps }, index) =>
        html`<section>
          <h2>Walk ${index + 1}</h2>
          <table>
            <thead>
              <tr>
                <th scope="col">Done</th>
                <th scope="col">Step</th>
                <th scope="col">Do</th>
                <th scope="col">Shown after it</th>
              </tr>
            </thead>
            <tbody>
              ${stepRow(`${tour.variant} ${index + 1}`, 0, html`Start the app.`, html`${sayScreen(starts)}`)}
              ${steps.map((step, at) =>
                stepRow(
                  `${tour.variant} ${index + 1}`,
                  at + 1,
                  html`${sayStep(step)}${arranged(step)}`,
                  html`${sayShown(step)}`,
                ),
              )}
            </tbody>
          </table>
        </section> `,
    )}`;

function arranged(step: TourStep): Html | null {
  const text = sayArranged(step);
  return text === '' ? null : html`<p class="mute">Arrange before: ${text}</p>`;
}

const stepRow = (walk: string, step: number, what: Html, shown: Html): Html =>
  html`<tr>
    <td class="box"><input type="checkbox" aria-label="Walk ${walk}, step ${step} is done" /></td>
    <td class="number">${step}</td>
    <td>${what}</td>
    <td>${shown}</td>
  </tr> `;
