export const OTHER_NAME = 0.9;

/** A part of the name that no other move has: `lunges` for the only lunge, `bicycles` for the bicycle crunch. */
export const HEAD_ALONE = 0.6;

export const FRONT_ALONE = 0.5;
