/**
 * The documents by which a web server lets an app open its URLs, one for each of the two large mobile systems, and the
 * filter for the app's manifest; as the public documentation of both systems defines them.
 */
import type { GeneratedFile } from '../../base/generated-file';
import type { Pattern } from '../../links/pattern';
import { spaceOf } from '../../links/space';
import type { Job } from '../job/job';
import { escapeMarkup } from '../page/html';
import { androidPaths, applePaths, webHosts } from './patterns-elsewhere';

/** Stand in until the caller names the app. */
const unnamed = {
  apple: 'TEAMID.your.bundle.id',
  android: 'your.package.name',
  certificate: 'SHA-256 OF YOUR SIGNING CERTIFICATE',
} as const;

const variantOf = ({ check: { plan }, options }: Job): string => options.variant ?? plan.variants[0]!;

const hostsOf = (job: Job) => webHosts(spaceOf(job.check.plan, variantOf(job)));

/** What a pattern opens, and what a system's form of it leaves out. */
const sayOpened = ({ link }: Pattern, says: string): string =>
  `${link.pattern} opens ${link.screen.label}.${says && ` ${says}`}`;

const json = (value: unknown): string => `${JSON.stringify(value, null, 2)}\n`;

/** For each host the document `/.well-known/apple-app-site-association`. */
export const appleDocuments = (job: Job): GeneratedFile[] =>
  hostsOf(job).map(({ origin, patterns }) => ({
    path: `${origin.host}.apple-app-site-association`,
    text: json({
      applinks: {
        details: [
          {
            appIDs: [job.options.identity.appleId ?? unnamed.apple],
            components: patterns.flatMap((pattern) =>
              applePaths(pattern).map(({ path, says }) => ({
                '/': path,
                comment: sayOpened(pattern, says),
              })),
            ),
          },
        ],
      },
    }),
  }));

/** For each host the document `/.well-known/assetlinks.json`. It names the app and no paths. */
export const androidDocuments = (job: Job): GeneratedFile[] =>
  hostsOf(job).map(({ origin }) => ({
    path: `${origin.host}.assetlinks.json`,
    text: json([
      {
        relation: ['delegate_permission/common.handle_all_urls'],
        target: {
          namespace: 'android_app',
          package_name: job.options.identity.androidPackage ?? unnamed.android,
          sha256_cert_fingerprints: [job.options.identity.androidCertificate ?? unnamed.certificate],
        },
      },
    ]),
  }));

/** Text of an XML comment: it may not hold two hyphens in a row. */
const comment = (text: string): string => `<!-- ${text.replace(/-(?=-)/g, '- ')} -->`;

/** The filters of the app's manifest: one for each host, and one for each scheme of the app's own. */
export function androidFilters(job: Job): string {
  const space = spaceOf(job.check.plan, variantOf(job));
  const hosts = webHosts(space).map(({ origin, patterns }) => {
    const paths = patterns.flatMap((pattern) => [
      `    ${comment(sayOpened(pattern, androidPaths(pattern)[0]!.says))}`,
      ...androidPaths(pattern).map(
        ({ path, isExact }) => `    <data android:${isExact ? 'path' : 'pathPattern'}="${escapeMarkup(path)}" />`,
      ),
    ]);
    const schemes = [...new Set(space.origins.filter(({ host }) => host === origin.host).map(({ scheme }) => scheme))];
    return filter(' android:autoVerify="true"', [
      ...schemes.map((scheme) => `    <data android:scheme="${scheme}" />`),
      `    <data android:host="${escapeMarkup(origin.host!)}"${origin.port && ` android:port="${origin.port}"`} />`,
      ...paths,
    ]);
  });
  const own = space.origins
    .filter(({ host, scheme }) => host === null || !/^https?$/.test(scheme))
    .map(({ scheme, host }) =>
      filter('', [
        `    <data android:scheme="${scheme}"${host === null ? '' : ` android:host="${escapeMarkup(host)}"`} />`,
      ]),
    );
  return `<activity
    xmlns:android="http://schemas.android.com/apk/res/android"
    android:name=".MainActivity"
    android:exported="true">
${[...hosts, ...own].join('\n')}</activity>
`;
}

const filter = (attributes: string, data: readonly string[]): string => `  <intent-filter${attributes}>
    <action android:name="android.intent.action.VIEW" />
    <category android:name="android.intent.category.DEFAULT" />
    <category android:name="android.intent.category.BROWSABLE" />
${data.join('\n')}
  </intent-filter>
`;
