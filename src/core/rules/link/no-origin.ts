import { asSegment } from '../../edit/patterns';
import { originAt } from '../../links/origin';
import { example } from '../parts/example';
import { inPattern } from '../parts/links-parts';
import { say } from '../parts/message';
import type { Rule } from '../parts/rule';

export const noOrigin: Rule = {
  id: 'link/no-origin',
  severity: 'warning',
  groups: ['link', 'links'],
  reason: 'The app has links, but the plan declares no origin for them.',
  explanation:
    'A path alone is no URL, so no message, page or notification can hold it. Name the host of the app’s ' +
    'URLs, or a scheme of the app. You can change it later in one place.',
  ...example`
      app "Huts"
    + origin huts:
      start list
      screen list "Huts" {
        link /huts
      }
  `,
  *check({ plan }) {
    if (plan.tree.declarations.some(({ kind }) => kind === 'origin')) return;
    const link = plan.screens
      .flatMap(({ links }) => links)
      .find(({ node, pattern }) => node.pattern && originAt(pattern) === null);
    if (!link) return;
    const scheme = `${asSegment((plan.name ?? '').replace(/[^A-Za-z0-9]/g, '')) || 'app'}:`.replace(/^(?=\d)/, 'app');
    const app = plan.tree.declarations.find(({ kind }) => kind === 'app');
    const at = app?.to ?? 0;
    yield {
      range: inPattern(link, 0, link.pattern.length),
      summary: say`The app has links, but the plan declares no origin for them.`,
      detail: say`Name one at the beginning: ${'origin https://huts.example'}, or a scheme of the app, ${`origin ${scheme}`}.`,
      subject: null,
      fixes: [
        {
          label: `Add the origin ${scheme}`,
          edits: [{ from: at, to: at, insert: app ? `\norigin ${scheme}` : `origin ${scheme}\n` }],
        },
      ],
    };
  },
};
