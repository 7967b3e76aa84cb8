import { useEffect, useState } from 'react';

/**
 * Object URLs of blobs that are made in the background; empty until they are there, and again when
 * making them failed.
 * @param make a new function whenever the pictures should be made anew; told once they are wanted no
 *   more
 */
export function usePictures(make: (signal: AbortSignal) => Promise<readonly Blob[]>): {
  readonly urls: readonly string[];
  readonly failed: boolean;
} {
  const [state, setState] = useState<{ urls: readonly string[]; failed: boolean }>({
    urls: [],
    failed: false,
  });
  useEffect(() => {
    let urls: readonly string[] = [];
    const wanted = new AbortController();
    const { signal } = wanted;
    make(signal).then(
      (blobs) => {
        if (signal.aborted) return;
        urls = blobs.map((blob) => URL.createObjectURL(blob));
        setState({ urls, failed: false });
      },
      () => {
        if (!signal.aborted) setState({ urls: [], failed: true });
      },
    );
    return () => {
      wanted.abort();
      urls.forEach((url) => URL.revokeObjectURL(url));
    };
  }, [make]);
  return state;
}
