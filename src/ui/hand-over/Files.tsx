'use client';

import { counted } from '../parts/numbers';
import type { MadeOutput } from './messages';

interface Props {
  readonly made: MadeOutput;
  readonly onShow: (path: string) => void;
  readonly onCopy: () => void;
  readonly onSave: () => void;
  readonly onPack: () => void;
  readonly onPng: () => void;
}

const size = new Intl.NumberFormat('en-GB', { maximumFractionDigits: 0 });

const sizeOf = (bytes: number): string => (bytes < 1000 ? `${bytes} bytes` : `${size.format(bytes / 1000)} kB`);

/** The files of an output, and what can be done with the one that is shown. */
export function Files({ made: { files, shown }, onShow, onCopy, onSave, onPack, onPng }: Props) {
  return (
    <div className="flex flex-wrap gap-x-5 gap-y-2 items-baseline">
      <label className="flex items-center gap-1.5">
        <span className="text-mute">File</span>
        <select
          className="h-7 px-2 border border-rule rounded-field bg-paper font-mono text-[12px] cursor-pointer max-w-80"
          value={shown.path}
          onChange={(event) => onShow(event.target.value)}
        >
          {files.map(({ path, bytes }) => (
            <option key={path} value={path}>
              {path} ({sizeOf(bytes)})
            </option>
          ))}
        </select>
      </label>
      <button type="button" className="fix-button" onClick={onCopy}>
        Copy
      </button>
      <button type="button" className="fix-button" onClick={onSave}>
        Download
      </button>
      {shown.path.endsWith('.svg') && (
        <button type="button" className="fix-button" onClick={onPng}>
          Download as PNG
        </button>
      )}
      {files.length > 1 && (
        <button type="button" className="fix-button" onClick={onPack}>
          Download all {counted(files.length, 'file')}
        </button>
      )}
    </div>
  );
}
