import { freeName, fileName } from '@/core/sending/fileName';
import { planFiles } from '@/core/sending/plan';
import { wholeProgress, type Step } from '@/core/sending/wholeProgress';
import type { Progress } from '../progress';
import { makeFile, workOf, type Made, type SendJob, type Watch } from './makeFile';
import { letGo } from './scratchFile';
import { openZip, piecesOf } from './zipFile';

export type { ReadBack } from './readBack';
export type { SendJob } from './makeFile';

export interface Sent extends Made {
  /** Which of the jobs it is of. */
  readonly job: number;
}

/** What comes of sending: one file, or a zip of all of them. */
export interface Delivery {
  readonly file: Blob;
  readonly name: string;
  readonly sentFiles: readonly Sent[];
}

/** What is being worked on. */
export interface SendState {
  readonly stage: Step;
  /** Which of all files, from 1. */
  readonly file: number;
  readonly files: number;
}

/** What was sent last, which is shown until the next send begins. */
let shown = new Blob();

/**
 * Makes the files of all jobs, one after the other.
 * @param progress frames done of those of all files
 * @throws MoonError 'not-found' before anything is made, or what `makeFile` throws
 */
export async function send(
  jobs: readonly SendJob[],
  onState: (state: SendState) => void,
  progress: Progress,
  signal: AbortSignal,
): Promise<Delivery> {
  const files = jobs.flatMap((job) =>
    planFiles(job.bundle.document, job.settings).map((planned) => ({ job, planned })),
  );
  const progressOf = wholeProgress(
    files.map(({ job, planned }) => workOf(job, planned)),
    progress,
  );
  const watch = (index: number): Watch => ({
    onStage: (stage) => onState({ stage, file: index + 1, files: files.length }),
    progress: progressOf(index),
    signal,
  });
  await letGo(shown);
  if (files.length === 1) {
    const sent = await makeFile(files[0].job, files[0].planned, watch(0));
    shown = sent.file;
    return { file: sent.file, name: sent.name, sentFiles: [{ ...sent, job: 0 }] };
  }
  const zip = await openZip();
  try {
    const made: { readonly sent: Sent; readonly from: number; readonly to: number }[] = [];
    const taken = new Set<string>();
    for (const [index, { job, planned }] of files.entries()) {
      const sent = await makeFile(job, planned, watch(index));
      const name = freeName(taken, sent.name);
      taken.add(name);
      const whose = jobs.indexOf(job);
      made.push({
        sent: { ...sent, name, job: whose },
        ...(await zip.add(name, piecesOf(sent.file), sent.file.size)),
      });
      await letGo(sent.file);
    }
    const file = await zip.finish();
    shown = file;
    const sentFiles = made.map(({ sent, from, to }) => ({
      ...sent,
      file: file.slice(from, to, sent.file.type),
    }));
    return { file, name: fileName(zipName(jobs), 'zip'), sentFiles };
  } catch (error) {
    await zip.discard();
    throw error;
  }
}

/** Named after the document they are all made of, if there is one. */
function zipName(jobs: readonly SendJob[]): string {
  const names = new Set(jobs.map(({ bundle }) => bundle.document.name));
  return names.size === 1 ? [...names][0] : `${names.size} overlays`;
}
