'use client';

import { largest } from './camera';
import { useCameraOf, type CameraControl } from './use-camera';

/** What a press of a button or a key zooms by. */
export const zoomStep = 1.25;

interface ZoomProps {
  readonly control: CameraControl;
  /** The smallest zoom. */
  readonly least: number;
  readonly onFit: () => void;
}

function ZoomButtons({ control, least, onFit }: ZoomProps) {
  const { zoom } = useCameraOf(control);
  const percent = `${Math.round(zoom * 100)}%`;
  return (
    <div className="flex items-center shrink-0" role="group" aria-label="Zoom">
      <button type="button" className="btn btn-ghost btn-xs font-normal" title="The whole chart ( f )" onClick={onFit}>
        Fit
      </button>
      <button
        type="button"
        className="btn btn-ghost btn-xs btn-square"
        aria-label="Smaller"
        title="Smaller ( − )"
        disabled={zoom < least + 0.001}
        onClick={() => control.zoomBy(1 / zoomStep)}
      >
        −
      </button>
      <button
        type="button"
        className="btn btn-ghost btn-xs font-mono font-normal min-w-12"
        aria-label={`${percent}, back to 100%`}
        title="Original size ( 0 )"
        onClick={() => control.zoomBy(1 / zoom)}
      >
        {percent}
      </button>
      <button
        type="button"
        className="btn btn-ghost btn-xs btn-square"
        aria-label="Larger"
        title="Larger ( + )"
        disabled={zoom >= largest}
        onClick={() => control.zoomBy(zoomStep)}
      >
        +
      </button>
    </div>
  );
}

interface Props extends ZoomProps {
  readonly isList: boolean;
  readonly onList: () => void;
  /** Whether a lane is folded; null where there is but one. */
  readonly isFolded: boolean | null;
  readonly onFold: (to: boolean) => void;
}

/** How the chart is looked at: as lists, folded, larger. */
export function Tools({ isList, onList, isFolded, onFold, ...zoom }: Props) {
  return (
    <div className="flex items-center shrink-0 gap-1">
      <button type="button" className="btn btn-ghost btn-xs font-normal" aria-pressed={isList} onClick={onList}>
        As lists
      </button>
      {isFolded !== null && (
        <button type="button" className="btn btn-ghost btn-xs font-normal" onClick={() => onFold(!isFolded)}>
          {isFolded ? 'Unfold all' : 'Fold all'}
        </button>
      )}
      <ZoomButtons {...zoom} />
    </div>
  );
}
