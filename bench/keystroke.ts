/** From a keystroke to the margin that follows it, in Chromium, on the production build, for a plan of 500 screens. */
import { setTimeout } from 'node:timers/promises';
import { Key } from 'selenium-webdriver';
import { App } from '../tests/browser/app';
import { generatePlan } from './generate';
import { quantile } from './quantile';

const screens = 500;
const strokes = 60;
/** Time in which a user looks at a new plan before typing, in milliseconds; the worker warms up meanwhile. */
const looking = 2000;
/** From keystroke to keystroke at least, in milliseconds: eight a second, a fast typist. */
const cadence = 125;

/**
 * Types and deletes a letter behind a screen's name, so that its note in the margin changes each time; runs in the page
 * and gives the milliseconds from each keystroke to its note, by way of the worker and back.
 */
const measure = `
  const [strokes, cadence, done] = arguments;
  const note = () => [...document.querySelectorAll('.cm-margin .margin-note')].map((element) => element.textContent).join('|');
  const taken = [];
  const stroke = (round) => {
    if (round === strokes) return done(taken);
    const before = note();
    const begin = performance.now();
    const watch = new MutationObserver(() => {
      if (note() === before) return;
      watch.disconnect();
      const now = performance.now();
      taken.push(now - begin);
      setTimeout(stroke, Math.max(0, cadence - (now - begin)), round + 1);
    });
    watch.observe(document.querySelector('.cm-gutters-after'), { subtree: true, childList: true, characterData: true });
    document.execCommand(round % 2 === 0 ? 'insertText' : 'delete', false, 'x');
  };
  stroke(0);
`;

const text = generatePlan(screens);
const lines = text.split('\n');
// From the head of the screen down to its first `reset`, whose target stands at the end of the line.
const head = lines.findIndex((line) => line.includes('screen s250 '));
const way = lines.findIndex((line, index) => index > head && /reset s\d+$/.test(line));

/** Opens the plan in a page of its own, waits, types; the milliseconds of every stroke. */
async function typeAfter(pause: number): Promise<number[]> {
  const { id } = await app.create({ text });
  await app.openPlan(id, '?screen=s250');
  await app.untilText('article h2', 's250');
  await app.driver.executeScript("document.querySelector('.cm-content').focus()");
  for (let line = head; line < way; line++) await app.type(Key.ARROW_DOWN);
  await app.type(Key.END);
  await setTimeout(pause);
  return app.driver.executeAsyncScript<number[]>(measure, strokes, cadence);
}

const tell = (when: string, taken: readonly number[]): void => {
  const [median, p95, worst] = [0.5, 0.95, 1].map((share) => quantile(taken, share).toFixed(0));
  console.log(`  ${when}: median ${median} ms, p95 ${p95} ms, worst ${worst} ms`);
};

const app = new App();
try {
  await app.start();
  await app.driver.manage().setTimeouts({ script: 120_000 });
  console.log(`Keystroke to margin at ${screens} screens, ${strokes} strokes, eight a second:`);
  tell('typing at once after opening, while the browser still compiles', await typeAfter(0));
  const settled = await typeAfter(looking);
  tell('typing two seconds after opening', settled);
  const holds = quantile(settled, 0.95) < 100;
  console.log(`The p95 of the latter ${holds ? 'stays under' : 'EXCEEDS'} 100 ms.`);
  if (!holds) process.exitCode = 1;
} finally {
  await app.stop();
}
