import { inMemory, letGo, openScratchFile, scratchPlace } from '@/engine/send/scratchFile';

const bytes = (...values: number[]) => new Uint8Array(values);

describe('a file being written where the browser has no disk for it', () => {
  it('holds what was written after the last bytes and at places', async () => {
    const scratch = inMemory(1000);
    await scratch.writable.write(bytes(1, 2, 3));
    await scratch.writable.write({ type: 'write', position: 1, data: bytes(9) });
    await scratch.writable.write({ type: 'write', position: 5, data: bytes(7) });
    await scratch.writable.write(bytes(8));
    await scratch.writable.close();
    const file = await scratch.file();
    expect([...new Uint8Array(await file.arrayBuffer())]).toEqual([1, 9, 3, 0, 0, 7, 8]);
  });

  it('can be streamed into', async () => {
    const scratch = inMemory(1e7);
    const piece = new Uint8Array(900_000).fill(5);
    const writer = scratch.writable.getWriter();
    for (let i = 0; i < 4; i++) await writer.write(piece);
    await writer.close();
    const file = await scratch.file();
    expect(file.size).toBe(3_600_000);
    expect(new Uint8Array(await file.arrayBuffer()).every((value) => value === 5)).toBe(true);
  });

  it('says in words that it is too large, and is emptied when it is given up', async () => {
    const scratch = inMemory(10);
    await expect(scratch.writable.write(new Uint8Array(11))).rejects.toMatchObject({
      code: 'storage-full',
      message: expect.stringContaining('shorter or smaller'),
    });
    await scratch.discard();
    expect((await scratch.file()).size).toBe(0);
  });
});

describe('where files can be written', () => {
  const able = (navigator: object, methods: object) => {
    Object.defineProperty(globalThis, 'navigator', { value: navigator, configurable: true });
    Object.defineProperty(globalThis, 'FileSystemFileHandle', {
      value: { prototype: methods },
      configurable: true,
    });
    return scratchPlace();
  };
  const storage = { getDirectory: () => undefined };

  it.each([
    ['nowhere but in memory', {}, {}, 'memory'],
    ['in memory where handles cannot be written to', { storage }, {}, 'memory'],
    ['by an access handle', { storage }, { createSyncAccessHandle: 1 }, 'disk, by access handle'],
    ['by a stream', { storage }, { createWritable: 1, createSyncAccessHandle: 1 }, 'disk'],
  ])('%s', (_name, navigator, methods, place) => {
    expect(able(navigator, methods)).toBe(place);
  });
});

describe('a file that was written', () => {
  /** As much of a private file system as is used. */
  function disk() {
    const files = new Map<string, Blob>();
    const folder = {
      getFileHandle: async (name: string) => ({
        createWritable: async () => ({
          write: async (data: Uint8Array<ArrayBuffer>) => void files.set(name, new Blob([data])),
        }),
        getFile: async () => files.get(name)!,
      }),
      removeEntry: async (name: string) => void files.delete(name),
    };
    const root = { getDirectoryHandle: async () => folder };
    const navigator = { storage: { getDirectory: async () => root } };
    Object.defineProperty(globalThis, 'navigator', { value: navigator, configurable: true });
    Object.defineProperty(globalThis, 'FileSystemFileHandle', {
      value: { prototype: { createWritable: 1 } },
      configurable: true,
    });
    return files;
  }
  const made = async (value: number) => {
    const scratch = await openScratchFile();
    await scratch.writable.write(bytes(value));
    return scratch.file();
  };

  it('lies there whatever else is written, until who shows it lets go of it', async () => {
    const files = disk();
    const sent = await made(1);
    const recovered = await made(2);
    expect([...files.values()]).toEqual([sent, recovered]);
    await letGo(recovered);
    expect([...files.values()]).toEqual([sent]);
    await letGo(new Blob());
    await letGo(recovered);
    expect([...files.values()]).toEqual([sent]);
    await letGo(sent);
    expect(files.size).toBe(0);
  });
});
