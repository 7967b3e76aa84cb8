// Plain numbers, so that the kernels are compiled with the very same ones.

/** BT.709 luma weights of red, green and blue (ITU-R BT.709-6, 3.2). */
export const RED = 0.2126;
export const GREEN = 0.7152;
export const BLUE = 0.0722;
