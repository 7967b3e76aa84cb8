/** Asks the device to keep its screen on; a browser that cannot, or will not, goes on without. */
async function ask(): Promise<WakeLockSentinel | null> {
  if (!('wakeLock' in navigator)) return null;
  return navigator.wakeLock.request('screen').catch(() => null);
}

/** Keeps the screen on while work goes on: a phone that sleeps halts it. */
export async function keepAwake<T>(work: Promise<T>): Promise<T> {
  let lock = ask();
  // A page that was out of sight has lost what it had.
  const again = () => {
    if (document.visibilityState === 'visible') lock = ask();
  };
  document.addEventListener('visibilitychange', again);
  try {
    return await work;
  } finally {
    document.removeEventListener('visibilitychange', again);
    void lock.then((held) => held?.release());
  }
}
