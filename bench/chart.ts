/**
 * The chart of reach at 2,000 screens, in Chromium, on the production build: the first drawing once all is decided, how
 * smoothly it is panned and zoomed, folded and unfolded, and how long it takes to select a screen.
 */
import { App } from '../tests/browser/app';
import { generatePlan } from './generate';

const screens = 2000;
/** Budgets: milliseconds, and frames a second. */
const firstDrawing = 1000;
const smooth = 50;
const selecting = 50;
const frames = 120;

const app = new App();
let exceeded = 0;

function say(what: string, value: number, unit: string, isWithin: boolean): void {
  if (!isWithin) exceeded++;
  console.log(`  ${what}: ${value.toFixed(0)} ${unit}${isWithin ? '' : ', EXCEEDS its budget'}`);
}

/** Turns the wheel once a frame, back and forth, and counts the frames a second. */
const framesDuring = (deltaY: number, ctrlKey: boolean): Promise<number> =>
  app.driver.executeAsyncScript<number>(
    `const [deltaY, ctrlKey, frames, done] = arguments;
    const area = document.querySelector('[data-testid=chart-area]');
    const { left, top, width, height } = area.getBoundingClientRect();
    const at = { clientX: left + width / 2, clientY: top + height / 2, view: window, bubbles: true, cancelable: true };
    let frame = 0;
    let begin = 0;
    const turn = () => {
      if (frame === 10) begin = performance.now();
      if (frame === frames + 10) return done(frames * 1000 / (performance.now() - begin));
      const isBack = Math.floor(frame / 30) % 2 === 1;
      area.dispatchEvent(new WheelEvent('wheel', { ...at, deltaY: isBack ? -deltaY : deltaY, ctrlKey }));
      frame++;
      requestAnimationFrame(turn);
    };
    requestAnimationFrame(turn);`,
    deltaY,
    ctrlKey,
    frames,
  );

/** From a press until the next frame is there, in milliseconds: the median of several screens. */
const timeToSelect = (): Promise<number> =>
  app.driver.executeAsyncScript<number>(
    `const done = arguments[arguments.length - 1];
    const times = [];
    const next = () => {
      if (times.length === 9) return done(times.sort((a, b) => a - b)[4]);
      const names = document.querySelectorAll('[data-testid=chart-area] [data-screen]:not([data-selected])');
      const begin = performance.now();
      names[Math.floor((names.length * times.length) / 9)].click();
      requestAnimationFrame(() => setTimeout(() => {
        times.push(performance.now() - begin);
        setTimeout(next, 300);
      }));
    };
    next();`,
  );

try {
  await app.start();
  const { id } = await app.create({ text: generatePlan(screens) });
  await app.openPlan(id);
  console.log(`The chart at ${screens} screens:`);
  await app.driver.executeScript('document.activeElement.blur()');
  const drawing = await app.driver.executeAsyncScript<number>(
    `const done = arguments[arguments.length - 1];
    const begin = performance.now();
    const drawn = () => setTimeout(() => done(performance.now() - begin));
    const look = () =>
      requestAnimationFrame(document.querySelector('[data-testid=chart-area] [data-key]') ? drawn : look);
    window.dispatchEvent(new KeyboardEvent('keydown', { key: '2', bubbles: true }));
    look();`,
  );
  say('first drawing, with the change of the view', drawing, 'ms', drawing < firstDrawing);
  for (const state of ['folded', 'unfolded', 'unfolded and at a quarter']) {
    if (state === 'unfolded') {
      await app.click('Unfold all');
      await app.find('[data-screen]');
      await app.click('Fit');
    }
    if (state.endsWith('quarter')) for (let press = 0; press < 11; press++) await app.click('Larger');
    const panned = await framesDuring(12, false);
    say(`${state}, panned`, panned, 'frames a second', panned >= smooth);
    const zoomed = await framesDuring(3, true);
    say(`${state}, zoomed`, zoomed, 'frames a second', zoomed >= smooth);
  }
  const selected = await timeToSelect();
  say('a screen selected, the median', selected, 'ms', selected < selecting);
  if (exceeded > 0) process.exitCode = 1;
} finally {
  await app.stop();
}
