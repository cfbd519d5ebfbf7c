/** URLs out in the world that open nothing any more, or another screen, or bring less. */
import type { Screen } from '../../plan/model';
import { lostUrls, type Continuity, type LostUrl } from '../../links/lost-urls';
import { spaceOf, type UrlSpace } from '../../links/space';
import type { UrlEffect } from './effect';
import { merged } from './merged';
import type { Versions } from './versions';

export function urlEffects(versions: Versions): UrlEffect[] {
  const { old, now, after, variants } = versions;
  const continuity: Continuity = {
    isSame: (was, is) => after.get(was) === is,
    argumentNow: (screen, name) => versions.argumentAfter(screen, name),
  };
  // Most variants have the links of the others, and then share their space.
  const known: { readonly was: UrlSpace; readonly is: UrlSpace; readonly lost: readonly LostUrl[] }[] = [];
  const effects = variants.flatMap(({ name, before }): UrlEffect[] => {
    const [was, is] = [spaceOf(old.plan, before.name), spaceOf(now.plan, name)];
    let found = known.find((one) => one.was === was && one.is === is);
    if (!found) known.push((found = { was, is, lost: lostUrls(was, is, continuity) }));
    return found.lost.map((one) => effectOf(versions, name, one));
  });
  return merged(effects, versions, ({ pattern, url, opens, loses }) => JSON.stringify([pattern, url, opens, loses]));
}

function effectOf({ after }: Versions, variant: string, { pattern, url, now: opens, loses }: LostUrl): UrlEffect {
  const { link } = pattern;
  const is: Screen | null = after.get(link.screen) ?? null;
  return {
    kind: 'url',
    weight: 'breaking',
    hurts: ['links'],
    screen: is?.label ?? link.screen.label,
    module: (is ?? link.screen).module?.name ?? null,
    variants: [variant],
    before: link.node,
    after: opens?.link.node ?? null,
    evidence: [],
    pattern: link.pattern,
    url,
    opens: opens?.link.screen.label ?? null,
    loses,
  };
}
