/** So long before the demo's take its side camera and its recorder began. */
export const SIDE_BEFORE_S = 4.2;
export const RECORDER_BEFORE_S = 2.7;
