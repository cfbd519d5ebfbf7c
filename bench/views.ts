/**
 * The longest task of the page's thread while somebody selects a screen or changes the view, in Chromium, on the
 * production build, for a plan of 1,000 screens. Nothing may hold the page up for more than 100 ms.
 */
import { setTimeout } from 'node:timers/promises';
import { Key } from 'selenium-webdriver';
import { App } from '../tests/browser/app';
import { generatePlan } from './generate';

const screens = 1000;
/** In milliseconds. */
const longestTask = 100;
const rounds = 5;
/** What has come to rest has had no task for so long, in milliseconds. */
const rest = 500;

/** Long tasks (W3C Long Tasks: 50 ms and more) are noted from now on. */
const listen = `
  window.longTasks = [];
  new PerformanceObserver((list) => window.longTasks.push(...list.getEntries().map(({ duration }) => duration)))
    .observe({ type: 'longtask' });
`;

const app = new App();

/** Does something once it is still, and waits until it is still again; the longest task in milliseconds, 0 below 50. */
async function longestDuring(act: () => Promise<void>): Promise<number> {
  await app.driver.executeScript('window.longTasks.length = 0');
  await act();
  await setTimeout(rest);
  return app.driver.executeScript<number>('return Math.max(0, ...window.longTasks)');
}

const press = (key: string) => (): Promise<void> => app.type(key);

/** What is done, in the order in which it is done; each begins where the one before ended. */
const acts: readonly (readonly [what: string, act: () => Promise<void>])[] = [
  ['to Reach', press('2')],
  ['in Reach, the screen below', press(Key.ARROW_DOWN)],
  ['in Reach, the screen to the right', press(Key.ARROW_RIGHT)],
  ['to Supply', press('3')],
  ['to Links', press('4')],
  ['to Walk', press('5')],
  ['to Plan', press('1')],
  ['in Plan, a screen of the panel', async () => (await app.find('a.screen-link')).click()],
];

try {
  await app.start();
  const { id } = await app.create({ text: generatePlan(screens) });
  await app.openPlan(id, '?screen=s250');
  await app.untilText('article h2', 's250');
  await app.driver.executeScript(listen);
  await setTimeout(2000);
  await app.driver.executeScript('document.activeElement.blur()');
  const longest = new Map<string, number[]>(acts.map(([what]) => [what, []]));
  // Once to compile: a browser does so when it first meets a view.
  for (const [, act] of acts) await longestDuring(act);
  for (let round = 0; round < rounds; round++)
    for (const [what, act] of acts) longest.get(what)!.push(await longestDuring(act));
  console.log(`Longest task at ${screens} screens, the median of ${rounds} (tasks under 50 ms count as 0):`);
  let exceeded = 0;
  for (const [what, taken] of longest) {
    const median = taken.sort((a, b) => a - b)[Math.floor(rounds / 2)]!;
    if (median > longestTask) exceeded++;
    console.log(`  ${what}: ${median.toFixed(0)} ms, worst ${taken.at(-1)!.toFixed(0)} ms`);
  }
  console.log(exceeded > 0 ? `${exceeded} EXCEED ${longestTask} ms.` : `None exceeds ${longestTask} ms.`);
  if (exceeded > 0) process.exitCode = 1;
} finally {
  await app.stop();
}
