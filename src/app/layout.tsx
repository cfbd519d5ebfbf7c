import type { Metadata } from 'next';
import type { ReactNode } from 'react';
import { themeScript } from '../ui/parts/theme';
import './globals.css';

export const metadata: Metadata = {
  title: { default: 'Andante', template: '%s · Andante' },
  description: 'Declare an app’s navigation, prove it, walk it.',
};

export default function RootLayout({ children }: { children: ReactNode }) {
  return (
    <html lang="en" data-theme="paper" suppressHydrationWarning>
      <head><script dangerouslySetInnerHTML={{ __html: themeScript }} /></head>
      <body>{children}</body>
    </html>
  );
}
