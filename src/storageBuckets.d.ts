/** Of the Storage Buckets API (WICG), what is used here; not every browser has it. */
interface StorageBucket {
  readonly persist: () => Promise<boolean>;
  readonly persisted: () => Promise<boolean>;
}

interface Navigator {
  readonly storageBuckets?: { readonly open: (name: string) => Promise<StorageBucket> };
}
