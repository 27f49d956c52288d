/** The instrument's own measures; it is stretched to the width there is. */
export const TONES_WIDTH = 256
export const TONES_HEIGHT = 84
