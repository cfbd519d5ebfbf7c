/** A picture of a chart without names, to be stretched while somebody zooms. */
import { paint, type Scene } from './paint';

export interface Still {
  readonly picture: HTMLCanvasElement;
  readonly scene: Scene;
  /** Pixels of the picture in a pixel of the page. */
  readonly ratio: number;
}

/** The last still if it shows this scene, otherwise a new one in its place. Names do not count. */
export function stillOf(scene: Scene, ratio: number, last: Still | null): Still {
  if (last?.ratio === ratio && parts.every((part) => last.scene[part] === scene[part])) return last;
  const picture = last?.picture ?? document.createElement('canvas');
  const { width, height } = scene.window;
  Object.assign(picture, { width: Math.round(width * ratio), height: Math.round(height * ratio) });
  const context = picture.getContext('2d', { alpha: false });
  context?.setTransform(ratio, 0, 0, ratio, 0, 0);
  if (context) paint(context, { ...scene, hasNames: false });
  return { picture, scene, ratio };
}

const parts = ['chart', 'groups', 'camera', 'window', 'colours', 'strong'] as const;
