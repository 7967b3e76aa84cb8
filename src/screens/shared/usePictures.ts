import { useEffect, useState } from 'react';

/**
 * Object URLs of blobs that are made in the background; empty until they are there, and again when
 * making them failed.
 * @param make a new function whenever the pictures should be made anew
 */
export function usePictures(make: () => Promise<readonly Blob[]>): {
  readonly urls: readonly string[];
  readonly failed: boolean;
} {
  const [state, setState] = useState<{ urls: readonly string[]; failed: boolean }>({
    urls: [],
    failed: false,
  });
  useEffect(() => {
    let urls: readonly string[] = [];
    let gone = false;
    make().then(
      (blobs) => {
        if (gone) return;
        urls = blobs.map((blob) => URL.createObjectURL(blob));
        setState({ urls, failed: false });
      },
      () => {
        if (!gone) setState({ urls: [], failed: true });
      },
    );
    return () => {
      gone = true;
      urls.forEach((url) => URL.revokeObjectURL(url));
    };
  }, [make]);
  return state;
}
