import type { Metadata } from 'next';
import { headers } from 'next/headers';
import type { ReactNode } from 'react';
import { nonceHeader } from '../server/content-policy';
import { settingsScript } from '../ui/parts/stored-settings';
import { themeScript } from '../ui/parts/theme';
import './globals.css';

export const metadata: Metadata = {
  title: { default: 'Andante', template: '%s · Andante' },
  description: 'Declare an app’s navigation, prove it, walk it.',
};

export default async function RootLayout({ children }: { children: ReactNode }) {
  const nonce = (await headers()).get(nonceHeader) ?? undefined;
  return (
    <html lang="en" data-theme="paper" suppressHydrationWarning>
      <head>
        <script
          nonce={nonce}
          suppressHydrationWarning
          dangerouslySetInnerHTML={{ __html: `${themeScript};${settingsScript}` }}
        />
      </head>
      <body>{children}</body>
    </html>
  );
}
