/**
 * Looking URLs up in patterns of many sizes, beside a general-purpose HTTP router on the same patterns and the same
 * URLs.
 */
import router from 'find-my-way';
import { isPattern, spaceOf, type UrlSpace } from '../src/core/links/space';
import { parse } from '../src/core/language/parse';
import { resolve } from '../src/core/plan/resolve';
import { planOf, urlsOf } from './urls';

const urls = 1_000_000;

/** The equal path pattern in the router's notation. */
const routeOf = (pattern: string): string =>
  pattern
    .replace(/\{\?.*\}$/, '')
    .replace(/\{\/\w+\*\}$/, '/*')
    .replace(/\{(\w+)\}/g, ':$1');

/**
 * Equal texts, each in one piece, as they come from a file: the engine would flatten joined ones during the
 * measurement.
 */
const inOnePiece = (texts: readonly string[]): string[] => JSON.parse(JSON.stringify(texts)) as string[];

/**
 * Runs several things in turn, so that a slow moment of the machine meets all of them, and takes the median of each.
 */
function compare(runs: readonly (() => number)[]): { readonly ms: number; readonly found: number }[] {
  const taken = runs.map((): number[] => []);
  const found = runs.map(() => 0);
  for (let round = -1; round < 7; round++) {
    for (const [index, run] of runs.entries()) {
      const begin = performance.now();
      found[index] = run();
      if (round >= 0) taken[index]!.push(performance.now() - begin);
    }
  }
  return taken.map((each, index) => ({ ms: each.sort((a, b) => a - b)[3]!, found: found[index]! }));
}

function count(space: UrlSpace, all: readonly string[]): number {
  let found = 0;
  for (const url of all) {
    const pattern = space.find(url);
    if (isPattern(pattern)) found++;
  }
  return found;
}

let slower = false;
console.log(
  `Looking up ${urls.toLocaleString('en')} URLs, types included; the router does not look at types, and splits the query off. Median of 7, taken in turn.\n`,
);
for (const patterns of [50, 500, 5000]) {
  const plan = resolve(parse(planOf(patterns)));
  const space = spaceOf(plan, 'app');
  const routes = router({ ignoreTrailingSlash: true });
  for (const { link } of space.patterns) routes.on('GET', routeOf(link.pattern), () => undefined);
  const all = inOnePiece([...urlsOf(patterns, urls)]);
  const whole = inOnePiece(all.map((path) => `https://measured.example${path}`));
  const [ours, oursWhole, theirs] = compare([
    () => count(space, all),
    () => count(space, whole),
    () => {
      let found = 0;
      for (const url of all) if (routes.find('GET', url)) found++;
      return found;
    },
  ]) as [{ ms: number; found: number }, { ms: number; found: number }, { ms: number; found: number }];
  if (ours.ms > theirs.ms) slower = true;
  console.log(
    `${patterns} patterns: ${ours.ms.toFixed(0)} ms (whole URLs ${oursWhole.ms.toFixed(0)} ms), the router ${theirs.ms.toFixed(0)} ms: ${(ours.ms / theirs.ms).toFixed(2)} times its time${ours.ms > theirs.ms ? ', SLOWER' : ''}. Found ${ours.found} and ${theirs.found}.`,
  );
}
if (slower) process.exitCode = 1;
