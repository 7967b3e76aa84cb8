/** The storage bucket in which media files are kept. */
export const MEDIA_BUCKET = 'media';
