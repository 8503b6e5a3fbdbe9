/** Is told how far the work is; throws once it is to be given up. */
export type CheckPoint = (done: number) => void;
