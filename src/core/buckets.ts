/** Storage buckets of the page's own, besides its default one: of media files, and of what mirrors the records. */
export const MEDIA_BUCKET = 'media';
export const MIRROR_BUCKET = 'mirror';
