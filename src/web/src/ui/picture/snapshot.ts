import type { Ground, Viewpoint } from './viewpoint';

/** The small picture is so wide, in pixels. */
const wide = 720;

/** A picture of what one looks at in a pane: as it stands there, in the colours of paper. */
export function snapshot(
  box: HTMLElement,
  ground: Ground,
  view: Viewpoint,
  size: { width: number; height: number },
): Promise<Blob> {
  const picture = box.querySelector<HTMLImageElement | HTMLCanvasElement>('img, canvas');
  const canvas = document.createElement('canvas');
  const scale = wide / size.width;
  canvas.width = wide;
  canvas.height = Math.round(size.height * scale);
  const draw = canvas.getContext('2d')!;
  draw.fillStyle = '#f4f2ec';
  draw.fillRect(0, 0, canvas.width, canvas.height);
  const at = [
    (size.width / 2 + (ground.x - view.x) * view.zoom) * scale,
    (size.height / 2 + (ground.y - view.y) * view.zoom) * scale,
    ground.width * view.zoom * scale,
    ground.height * view.zoom * scale,
  ] as const;
  draw.fillStyle = '#fff';
  draw.fillRect(...at);
  if (picture) draw.drawImage(picture, ...at);
  return new Promise((resolve, reject) =>
    canvas.toBlob((blob) => (blob ? resolve(blob) : reject(new Error('The picture could not be drawn.'))), 'image/png'),
  );
}
