/**
 * From an edit to the comparison that follows it in the Changes view, in Chromium, on the production build, for a plan
 * of 300 screens: a label is typed, then letters of it are undone and done again.
 */
import { setTimeout } from 'node:timers/promises';
import { Key } from 'selenium-webdriver';
import { App } from '../tests/browser/app';
import { generatePlan } from './generate';
import { quantile } from './quantile';

const screens = 300;
/** Most that the median may be, in milliseconds. */
const most = 150;
const strokes = 60;
/** The first strokes are left out: the browser compiles meanwhile, and whoever types has typed more than a few keys. */
const compiling = 30;
/** From stroke to stroke at least, in milliseconds: four a second. */
const cadence = 250;

/** Runs in the page: undoes and does again by keys; gives the milliseconds from each key to the new comparison. */
const measure = `
  const [strokes, cadence, done] = arguments;
  const place = document.querySelector('[aria-label=Comparison]');
  const shown = () => document.querySelector('main[data-compared=yes]') ? place.textContent : null;
  const taken = [];
  const stroke = (round) => {
    if (round === strokes) return done(taken);
    const before = shown();
    const begin = performance.now();
    const watch = new MutationObserver(() => {
      const now = shown();
      if (now === null || now === before) return;
      watch.disconnect();
      const took = performance.now() - begin;
      taken.push(took);
      setTimeout(stroke, Math.max(0, cadence - took), round + 1);
    });
    const all = { subtree: true, childList: true, characterData: true, attributes: true };
    watch.observe(document.querySelector('main'), all);
    const key = round % 2 === 0 ? 'z' : 'y';
    const pressed = new KeyboardEvent('keydown', { key, ctrlKey: true, bubbles: true, cancelable: true });
    document.body.dispatchEvent(pressed);
  };
  stroke(0);
`;

const app = new App();
try {
  await app.start();
  await app.driver.manage().setTimeouts({ script: 120_000 });
  const text = generatePlan(screens);
  const { id } = await app.create({ text });
  await app.openPlan(id, '?screen=s150');
  await app.driver.executeScript("document.querySelector('.cm-content').focus()");
  await app.type(Key.END);
  for (const letter of 'Typed') {
    await app.type(Key.BACK_SPACE, letter);
    // A pause ends a step of undo.
    await setTimeout(700);
  }
  await app.untilSaved();
  await app.driver.executeScript('document.activeElement.blur()');
  await app.type('7');
  await app.find('main[data-compared=yes]');
  const taken = (await app.driver.executeAsyncScript<number[]>(measure, strokes, cadence)).slice(compiling);
  const median = quantile(taken, 0.5);
  const [usual, slow] = [median.toFixed(0), quantile(taken, 0.95).toFixed(0)];
  console.log(`Edit to comparison at ${screens} screens: median ${usual} ms, p95 ${slow} ms (at most ${most} ms)`);
  if (median > most) process.exitCode = 1;
} finally {
  await app.stop();
}
