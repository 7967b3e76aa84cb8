import { readdirSync, readFileSync } from 'node:fs';

/**
 * Until something is so; what never is fails by the test's own time limit.
 * @param pause milliseconds between one look and the next
 */
export async function until(holds: () => boolean | Promise<boolean>, pause = 20): Promise<void> {
  while (!(await holds())) await new Promise((resolve) => setTimeout(resolve, pause));
}

/** The encoders that run right below a process. */
export const encodersBelow = (parent = process.pid): readonly number[] =>
  readdirSync('/proc').flatMap((pid) => {
    try {
      const stat = readFileSync(`/proc/${pid}/stat`, 'utf8');
      const [, program, state, owner] = /\((.+)\) (\w) (\d+)/.exec(stat)!;
      const runs = program === 'ffmpeg' && state !== 'Z' && Number(owner) === parent;
      return runs ? [Number(pid)] : [];
    } catch {
      return [];
    }
  });
