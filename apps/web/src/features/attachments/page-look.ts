import type { Room } from './use-size.js';

/** How a page is looked at: fitted to the width or whole, how much larger than that, and turned how far. */
export interface PageLook {
  readonly fit: 'width' | 'whole';
  /** 1 as it fits. */
  readonly zoom: number;
  readonly turn: 0 | 90 | 180 | 270;
}

export const FIRST_LOOK: PageLook = { fit: 'width', zoom: 1, turn: 0 };

const NEXT_TURN = { 0: 90, 90: 180, 180: 270, 270: 0 } as const;

/** The steps of larger and smaller. */
const ZOOMS = [0.5, 0.75, 1, 1.25, 1.5, 2, 3, 4];

/** A look one step larger or smaller. */
export function zoomed(look: PageLook, by: 1 | -1): PageLook {
  const index = ZOOMS.indexOf(look.zoom);
  return { ...look, zoom: ZOOMS[Math.min(ZOOMS.length - 1, Math.max(0, index + by))] ?? 1 };
}

/** A look a quarter further round. */
export function turned(look: PageLook): PageLook {
  return { ...look, turn: NEXT_TURN[look.turn] };
}

/**
 * How many times its own size a page is drawn.
 *
 * @param page its own width and height, turned as it is looked at
 */
export function scaleOf({ fit, zoom }: PageLook, page: Room, room: Room): number {
  const width = room.width / page.width;
  return (fit === 'width' ? width : Math.min(width, room.height / page.height)) * zoom;
}
