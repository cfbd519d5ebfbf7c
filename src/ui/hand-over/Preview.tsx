'use client';

import dynamic from 'next/dynamic';
import { useMemo, useState } from 'react';

/** Loaded where code is shown: the colours of its languages are 50 kB. */
const CodePreview = dynamic(() => import('./CodePreview').then((module) => module.CodePreview), {
  loading: () => <div className="h-full border border-rule rounded-field" />,
});

interface Props {
  readonly path: string;
  readonly text: string;
}

/** A file as its reader will see it. */
export function Preview({ path, text }: Props) {
  if (path.endsWith('.html')) return <PagePreview path={path} text={text} />;
  if (path.endsWith('.svg')) return <PicturePreview path={path} text={text} />;
  return <CodePreview path={path} text={text} />;
}

/** The nonce of this page's scripts: its policy also holds in a frame without an address of its own. */
const nonceOfPage = (): string => document.querySelector<HTMLScriptElement>('script[nonce]')?.nonce ?? '';

/**
 * A page in a frame that is shut off: it has no origin, so it can read nothing of this one. Only the prototype may run
 * its script.
 */
function PagePreview({ path, text }: Props) {
  const isPrototype = path === 'prototype.html';
  const page = useMemo(
    () => (isPrototype ? text.replaceAll('<script>', `<script nonce="${nonceOfPage()}">`) : text),
    [text, isPrototype],
  );
  return (
    <iframe
      title={`Preview of ${path}`}
      className="w-full h-full border border-rule rounded-field bg-white"
      sandbox={isPrototype ? 'allow-scripts' : ''}
      srcDoc={page}
    />
  );
}

/** All of a picture, or its own size with scroll bars. */
const pictureStyle = {
  all: 'svg{display:block;width:auto;height:auto;max-width:100vw;max-height:100vh}',
  fullSize: '',
};

/**
 * A picture in such a frame, too: its thousands of parts are drawn by another process, so the page does not wait. All
 * of it is in sight first.
 */
function PicturePreview({ path, text }: Props) {
  const [size, setSize] = useState<keyof typeof pictureStyle>('all');
  const page = useMemo(
    () =>
      `<!doctype html><html lang="en"><title>${path}</title><style>body{margin:0}${pictureStyle[size]}</style>` +
      `<body><main>${text}</main></body></html>`,
    [path, text, size],
  );
  return (
    <div className="grid grid-rows-[auto_minmax(0,1fr)] gap-1.5 h-full">
      <button
        type="button"
        className="fix-button justify-self-end"
        onClick={() => setSize(size === 'all' ? 'fullSize' : 'all')}
      >
        {size === 'all' ? 'Full size' : 'Fit'}
      </button>
      <iframe
        title={`Preview of ${path}`}
        className="w-full h-full border border-rule rounded-field bg-white"
        sandbox=""
        srcDoc={page}
      />
    </div>
  );
}
