import { spawn, spawnSync, type ChildProcess, type SpawnOptions } from 'node:child_process';

/** Bytes of memory and of one file, and seconds of computing, that a program may take. */
const MOST = { memory: 6 * 1024 ** 3, file: 16 * 1024 ** 3, seconds: 4 * 60 * 60 } as const;

/** Whether the tools are here that hold a program to limits and end it with this process (those of util-linux). */
const able = ['setpriv', 'prlimit'].every((tool) => spawnSync(tool, ['--version']).status === 0);

const CONFINED = [
  ...['setpriv', '--pdeathsig', 'KILL'],
  ...[
    'prlimit',
    `--as=${MOST.memory}`,
    `--fsize=${MOST.file}`,
    `--cpu=${MOST.seconds}`,
    '--core=0',
  ],
];

/** Starts a program that ends with this process, whatever ends that, and keeps within limits. */
export function spawnConfined(
  program: string,
  args: readonly string[],
  options: SpawnOptions,
): ChildProcess {
  const [first, ...rest] = [...(able ? CONFINED : []), program, ...args];
  return spawn(first, rest, options);
}
