/**
 * From the address to the first paint, the text, and the verdicts, in Chromium, on the production build, for plans of
 * several sizes.
 */
import { App } from '../tests/browser/app';
import { generatePlan } from './generate';

/** Milliseconds from the navigation's start. */
interface Opened {
  readonly painted: number;
  readonly text: number;
  readonly verdict: number;
}

/** Runs in the page; it looks at every frame, since no event says when the last of them is there. */
const measure = `
  const [done] = arguments;
  const seen = {};
  const look = () => {
    seen.text ??= document.querySelector('.cm-line') ? performance.now() : undefined;
    const verdict = document.querySelector('[aria-label=Verdict]');
    if (!verdict || verdict.getAttribute('aria-busy') === 'true' || !seen.text) return requestAnimationFrame(look);
    const painted = performance.getEntriesByName('first-contentful-paint')[0];
    done({ painted: painted.startTime, text: seen.text, verdict: performance.now() });
  };
  look();
`;

const flags = Array.from({ length: 24 }, (_, index) => index);
const flagChain = `app "F"\nstart a\n${flags.map((index) => `flag f${index}`).join('\n')}\nscreen a "A" {\n${flags.map((index) => `  on "t${index}" when f${index} push b otherwise sets f${(index + 1) % 24} = true\n`).join('')}}\nscreen b "B" {\n}\n`;
/** As long a text as the server takes. */
const longest = (): string => {
  const screen = (index: number): string => `screen s${index} "Screen ${index}" {\n  on "Next" push s${index + 1}\n}\n`;
  const parts = ['app "L"\nstart s0\n'];
  let size = 0;
  let index = 0;
  for (; size < 4 * 1024 * 1024 - 200; index++) size += parts[parts.push(screen(index)) - 1]!.length;
  return `${parts.join('')}screen s${index} "Last" {\n}\n`;
};

const plans: readonly (readonly [name: string, text: string])[] = [
  ['1,000 screens', generatePlan(1000)],
  ['10,000 screens', generatePlan(10_000)],
  ['24 flags in a ring', flagChain],
  ['4 MiB', longest()],
];
const app = new App();
await app.start();
try {
  await app.driver.manage().setTimeouts({ script: 120_000, pageLoad: 120_000 });
  for (const [name, text] of plans) {
    const { id } = await app.create({ name, text });
    await app.open('/plans');
    await app.driver.get(`${app.address}/plans/${id}`);
    const { painted, text: shown, verdict } = await app.driver.executeAsyncScript<Opened>(measure);
    console.log(
      `${name}: first paint ${Math.round(painted)} ms, text ${Math.round(shown)} ms, verdicts ${Math.round(verdict)} ms`,
    );
  }
} finally {
  await app.stop();
}
