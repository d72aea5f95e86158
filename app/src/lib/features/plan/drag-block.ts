import interact from 'interactjs';
import type { Attachment } from 'svelte/attachments';

/** A drag shorter than that is a press. Units: pixels. */
const LEAST_PX = 6;

const swallow = (event: Event) => {
  event.stopPropagation();
  event.preventDefault();
};

/**
 * Lets a block be dragged along its lane and onto another one. `ondrop` gets how far it went as a share of the lane's
 * length, and the lane it was let go over. By keyboard the same is done in the task's form.
 */
export function dragBlock(
  may: boolean,
  ondrop: (share: number, lane: string | undefined) => void
): Attachment<HTMLElement> {
  return (element) => {
    if (!may) return;
    let dx = 0;
    let dy = 0;
    const dragging = interact(element).draggable({
      listeners: {
        move(event: { dx: number; dy: number }) {
          dx += event.dx;
          dy += event.dy;
          element.style.transform = `translate(${dx}px, ${dy}px)`;
          element.dataset['dragging'] = 'true';
        },
        end(event: { clientX: number; clientY: number }) {
          const track = element.closest<HTMLElement>('[data-lane]');
          const width = track?.clientWidth ?? 1;
          element.style.transform = '';
          delete element.dataset['dragging'];
          const under = document
            .elementsFromPoint(event.clientX, event.clientY)
            .map((e) => e.closest<HTMLElement>('[data-lane]')?.dataset['lane'])
            .find((lane) => lane !== undefined);
          const moved = Math.abs(dx) + Math.abs(dy) >= LEAST_PX;
          // the press that ends a drag is no press
          if (moved) element.addEventListener('click', swallow, { capture: true, once: true });
          setTimeout(() => element.removeEventListener('click', swallow, true), 0);
          if (moved) ondrop(dx / width, under === track?.dataset['lane'] ? undefined : under);
          dx = 0;
          dy = 0;
        }
      }
    });
    return () => dragging.unset();
  };
}
