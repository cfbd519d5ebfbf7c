/** The sheet of links: a page with an example of each pattern and entry, and a code to point a phone at. */
import type { Job } from '../job/job';
import { html, joined, type Html } from '../page/html';
import { readingPage } from '../page/page';
import { paper } from '../page/style';
import { table, type Table } from '../page/table';
import { linkRows, type LinkRow } from './link-rows';
import { qrCode } from './qr-code';

const variantsOf = ({ check: { plan }, options }: Job): readonly string[] =>
  options.variant === null ? plan.variants : [options.variant];

/** The sheet as a table: a row for each pattern and entry of each variant. */
export const linkTable = (job: Job): Table =>
  table(
    'links',
    ['variant', 'kind', 'name', 'door', 'url', 'opens', 'state', 'needs', 'stack', 'back'],
    variantsOf(job).flatMap((variant) =>
      linkRows(job.check, variant).map(({ kind, name, door, url, screen, state, needs, stack, back }) => ({
        ...{ variant, kind, name, door, url, opens: screen, state, needs, back },
        stack: stack.join(' > '),
      })),
    ),
  );

const style = `
.link{display:grid;grid-template-columns:132px minmax(0,1fr);gap:4px 20px;align-items:start}
.link{padding:14px 0;border-bottom:1px solid ${paper.rule}}
.link svg{width:132px;height:132px;display:block}
.link .none{width:132px;color:${paper.mute}}
.link h3{margin:0 0 4px;font-family:'IBM Plex Mono',monospace;overflow-wrap:anywhere}
.link p{margin:0 0 4px;overflow-wrap:anywhere}`;

/** The sheet as a page to read and to print. */
export function linkSheet(job: Job): string {
  const { plan } = job.check;
  const title = `${plan.name ?? 'App'}: links`;
  return readingPage(
    {
      title,
      style,
      body: html`<main>
        <h1>${title}</h1>
        <p>An example of each link and each way in from outside. Point a phone at a code to open it.</p>
        ${variantsOf(job).map((variant) => section(job, variant, plan.variants.length > 1))}
      </main>`,
    },
    job.parts.fonts,
  );
}

function section(job: Job, variant: string, isNamed: boolean): Html {
  const rows = linkRows(job.check, variant);
  return html`<section>
    ${isNamed && html`<h2>${variant}</h2>`} ${rows.length === 0 && html`<p>The app has no links and no entries.</p>`}
    ${rows.map(rowOf)}
  </section> `;
}

function rowOf(row: LinkRow): Html {
  const { kind, name, door, url } = row;
  const code = url === null || row.state === 'lost' ? null : qrCode(url);
  return html`<article class="link together">
    ${
      code
        ? html`<svg viewBox="0 0 ${code.size} ${code.size}" role="img" aria-label="QR code of ${url}">
            <path fill="${paper.ink}" d="${code.path}" />
          </svg>`
        : html`<p class="none">no code</p>`
    }
    <div>
      <h3>${name}</h3>
      ${kind === 'entry' && html`<p class="mute">${door ?? 'entry'}</p>`}
      ${
        url !== null &&
        html`<p>
          <a href="${url}"><code>${url}</code></a>
        </p>`
      }
      <p>${sayOpened(row)}</p>
      ${
        row.stack.length > 0 &&
        html`<p class="mute">
          Stack:
          ${joined(
            row.stack.map((label) => html`<code>${label}</code>`),
            ' › ',
          )}.
          Back ${row.back === null ? 'leaves the app' : html`shows <code>${row.back}</code>`}.
        </p>`
      }
    </div>
  </article> `;
}

function sayOpened({ state, screen, needs }: LinkRow): Html {
  switch (state) {
    case 'opens':
      return html`Opens <code>${screen}</code>.`;
    case 'gated':
      return html`Opens <code>${screen}</code> once <code>${needs}</code> holds; another screen comes first.`;
    case 'hidden':
      return html`<span class="error"
        >Another pattern takes this URL, so it does not open <code>${screen}</code>.</span
      >`;
    case 'lost':
      return html`<span class="error">Opens nothing.</span>`;
  }
}
