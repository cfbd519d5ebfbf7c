/** Pictures of parts of a chart that are kept, since to paint them takes longer than a frame. */
import { paint, paintGround, type Scene } from './paint';

export interface Still {
  readonly picture: HTMLCanvasElement;
  readonly scene: Scene;
  /** Pixels of the picture in a pixel of the page. */
  readonly ratio: number;
}

/** What a still shows, and the parts of a scene that it depends on. */
interface Subject {
  readonly paint: (context: CanvasRenderingContext2D, scene: Scene) => void;
  readonly parts: readonly (keyof Scene)[];
}

const groundParts = ['chart', 'usual', 'camera', 'window', 'colours'] as const;

/** Borders and usual lines: these stay while somebody selects a screen, or points at one. */
export const ground: Subject = { paint: paintGround, parts: groundParts };

/** All but names: to be stretched while somebody zooms. */
export const withoutNames: Subject = {
  paint: (context, scene) => paint(context, { ...scene, hasNames: false }),
  parts: [...groundParts, 'stressed', 'strong'],
};

/** The last still of the subject if it shows this scene, otherwise a new one in its place. */
export function stillOf(subject: Subject, scene: Scene, ratio: number, last: Still | null): Still {
  if (last?.ratio === ratio && subject.parts.every((part) => last.scene[part] === scene[part])) return last;
  const picture = last?.picture ?? document.createElement('canvas');
  const { width, height } = scene.window;
  Object.assign(picture, { width: Math.round(width * ratio), height: Math.round(height * ratio) });
  const context = picture.getContext('2d', { alpha: false });
  context?.setTransform(ratio, 0, 0, ratio, 0, 0);
  if (context) subject.paint(context, scene);
  return { picture, scene, ratio };
}
