import SignaturePad from 'signature_pad';
import type { Attachment } from 'svelte/attachments';

/** Strokes of points, 0 to 1000 in both directions. */
export type Strokes = number[][][];

const MOST_POINTS = 900;

/** A canvas to sign on with finger, pen or mouse; what was drawn is told after every stroke. */
export function signature(onchange: (strokes: Strokes) => void): Attachment<HTMLCanvasElement> {
  return (canvas) => {
    const fit = () => {
      const scale = Math.max(window.devicePixelRatio, 1);
      canvas.width = canvas.offsetWidth * scale;
      canvas.height = canvas.offsetHeight * scale;
      canvas.getContext('2d')?.scale(scale, scale);
    };
    fit();
    const ink = getComputedStyle(canvas).color;
    const pad = new SignaturePad(canvas, { penColor: ink, minWidth: 1, maxWidth: 2.2 });
    pad.addEventListener('endStroke', () => {
      onchange(toStrokes(pad.toData(), canvas.offsetWidth, canvas.offsetHeight));
    });
    const clear = () => pad.clear();
    canvas.addEventListener('clear', clear);
    return () => {
      canvas.removeEventListener('clear', clear);
      pad.off();
    };
  };
}

function toStrokes(
  groups: readonly { readonly points: readonly { readonly x: number; readonly y: number }[] }[],
  width: number,
  height: number
): Strokes {
  const clamp = (n: number) => Math.max(0, Math.min(1000, Math.round(n)));
  return groups.map((g) =>
    g.points
      .slice(0, MOST_POINTS)
      .map((p) => [clamp((p.x / width) * 1000), clamp((p.y / height) * 1000)])
  );
}
