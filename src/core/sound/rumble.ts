/** Below this there is no voice, only what shakes the floor or the microphone's stand. */
export const RUMBLE_BELOW_HZ = 80;
