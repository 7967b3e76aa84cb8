import { expose } from 'comlink';
import type { Bundle } from '@/core/document';
import { MoonError } from '@/core/errors';
import { askPageForWorkers } from './workers/pageWorkers';
import type { Stage, SentView, StageListener } from './stage/stage';
import { installHandlers } from './workers/wire';

installHandlers();
askPageForWorkers();

const codeAway = (): MoonError =>
  new MoonError(
    'code-away',
    'The app could not fetch the part of it that does this. See whether the network is there, then try again.',
  );

/**
 * Each worker does a few of the jobs, and loads the code of those when they are first asked for.
 * @throws MoonError 'code-away', or what the job throws
 */
const later =
  <Args extends unknown[], Result>(load: () => Promise<(...args: Args) => Result>) =>
  async (...args: Args): Promise<Awaited<Result>> => {
    const job = await load().catch(() => {
      throw codeAway();
    });
    return await job(...args);
  };

/** Opens the stage; null, and said, where its code cannot be fetched. */
let openStage: () => Promise<Stage | null> = async () => null;
let opened: Promise<Stage | null> | null = null;
/** What came while the stage's code was away: later views leave out a bundle that was sent before. */
let missed: Bundle | null = null;

/** What an engine worker does; the door in `engine.ts` decides which worker does what. */
const api = {
  attachStage: (
    canvas: OffscreenCanvas,
    onQuads: StageListener['onQuads'],
    onPlayhead: StageListener['onPlayhead'],
    onProblem: StageListener['onProblem'],
    onShown: StageListener['onShown'],
  ) => {
    openStage = () =>
      import('./stage/stage').then(
        ({ Stage }) => {
          onProblem(null);
          return new Stage(canvas, { onQuads, onPlayhead, onProblem, onShown });
        },
        () => {
          onProblem(codeAway().message);
          return null;
        },
      );
    opened = openStage();
  },
  showOnStage: async (view: SentView) => {
    opened ??= openStage();
    const stage = await opened;
    const bundle = view.bundle ?? missed;
    // The next view tries again.
    if (stage === null) opened = null;
    else stage.show({ ...view, bundle });
    missed = stage === null ? bundle : null;
  },
  importMedia: later(async () => (await import('./media/importMedia')).importMedia),
  importCopy: later(async () => (await import('./media/readableCopy')).importCopy),
  documentThumbnails: later(async () => (await import('./thumbnail')).documentThumbnails),
  footageThumbnails: later(async () => (await import('./thumbnail')).footageThumbnails),
  measureOverlay: later(async () => (await import('./check/measureOverlay')).measureOverlay),
  pictureOfFinding: later(async () => (await import('./check/pictureOfFinding')).pictureOfFinding),
  pickColour: later(async () => (await import('./stage/picker')).pickColour),
  findKey: later(async () => (await import('./keying/judgeKey')).findKey),
  screenKey: later(async () => (await import('./keying/judgeKey')).screenKey),
  measureKey: later(async () => (await import('./keying/judgeKey')).measureKey),
  findEvent: later(async () => (await import('./footage/findEvent')).findEvent),
  findLoop: later(async () => (await import('./footage/findLoop')).findLoopIn),
  artworkBox: later(async () => (await import('./footage/artworkBox')).artworkBox),
  findPalette: later(async () => (await import('./footage/findPalette')).findPalette),
  findQuiet: later(async () => (await import('./footage/findQuiet')).findQuiet),
  recoverAlpha: later(async () => (await import('./keying/recoverAlpha')).recoverAlpha),
  measureSound: later(async () => (await import('./sound/measureSound')).measureSound),
  hasSound: later(async () => (await import('./sound/hasSound')).hasSound),
  isHeard: later(async () => (await import('./sound/hasSound')).isHeard),
  mixSound: later(async () => (await import('./sound/live')).mixSound),
  splitLayer: later(async () => (await import('./words')).splitLayer),
  drawWords: later(async () => (await import('./words')).drawWords),
  drawSvg: later(async () => (await import('./media/svg')).drawSvg),
  findRecording: later(async () => (await import('./footage/findRecording')).findRecording),
  findLetterTarget: later(async () => (await import('./words')).findLetterTarget),
  findOverflow: later(async () => (await import('./words')).findOverflow),
  findMissingLetters: later(async () => (await import('./words')).findMissingLetters),
  send: later(async () => (await import('./send')).send),
  tryFormat: later(async () => (await import('./send/tryFormat')).tryFormat),
  trialLanding: later(async () => (await import('./receive/trialLanding')).trialLanding),
  missingFormats: later(async () => (await import('./send/missingFormats')).missingFormats),
  serverHealth: later(async () => (await import('./server')).serverHealth),
};

export type EngineApi = typeof api;

expose(api);
