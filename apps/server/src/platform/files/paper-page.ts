/** The sizes of paper, in points. */
export const SIZES = { a4: [595.28, 841.89], letter: [612, 792] } as const;
/** The margins, in points. */
export const SIDE = 62;
export const [TOP, FOOT] = [62, 58];
/** How far items are set in, in points. */
export const INDENT = 12;

/** The cuts of the face that papers are set in. */
export type Font = 'plain' | 'italic' | 'bold';
