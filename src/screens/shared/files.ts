/** What can be brought in as footage, and what the server can make a copy of. */
export const MEDIA =
  'video/*,image/*,audio/*,.mov,.mp4,.webm,.mkv,.avi,.wmv,.flv,.mpg,.ts,.svg,.flac,.ogg,.m4a';

/** Asks for files; resolves to none when nothing is chosen. */
export function chooseFiles(accept: string, several: boolean): Promise<readonly File[]> {
  return new Promise((resolve) => {
    const input = document.createElement('input');
    Object.assign(input, { type: 'file', accept, multiple: several });
    input.style.display = 'none';
    input.addEventListener('change', () => finish([...(input.files ?? [])]));
    input.addEventListener('cancel', () => finish([]));
    const finish = (files: readonly File[]) => {
      input.remove();
      resolve(files);
    };
    document.body.append(input);
    input.click();
  });
}

/** Hands a file to the browser's downloads. */
export function download(file: Blob, name: string): void {
  const url = URL.createObjectURL(file);
  const link = document.createElement('a');
  Object.assign(link, { href: url, download: name });
  link.click();
  // The download has to have started before its address goes.
  setTimeout(() => URL.revokeObjectURL(url), 60_000);
}

/** What hands a file to another app of the device; null where there is none that takes it. */
export function sharing(file: Blob, name: string, type: string): (() => void) | null {
  const files = [new File([file], name, { type })];
  if (!navigator.canShare?.({ files })) return null;
  // Closing the device's own sheet is no mistake.
  return () => void navigator.share({ files }).catch(() => undefined);
}
