import { expose } from 'comlink';
import { measureOverlay } from './check/measureOverlay';
import { pictureOfFinding } from './check/pictureOfFinding';
import { importMedia } from './importMedia';
import { findKey, measureKey } from './judgeKey';
import { artworkBox, findEvent, findLoopIn, findPalette, findQuiet } from './lookThrough';
import { pickColour } from './picker';
import { trialLanding } from './receive/trialLanding';
import { clearScratchFiles, send } from './send';
import { tryFormat } from './send/tryFormat';
import { missingFormats } from './send/missingFormats';
import { serverHealth } from './server';
import { Stage, type SentView, type StageListener } from './stage';
import { documentThumbnails, footageThumbnails } from './thumbnail';
import { hasSound, isHeard } from './sound/hasSound';
import { measureSound } from './sound/measureSound';
import { mixSound } from './sound/live';
import { importCopy } from './readableCopy';
import { recoverAlpha } from './recoverAlpha';
import { findRecording } from './recording';
import { drawSvg } from './svg';
import { drawWords, findLetterTarget, findMissingLetters, findOverflow, splitLayer } from './words';
import { installHandlers } from './wire';

installHandlers();

let stage: Stage | null = null;

/** What an engine worker does; the door in `engine.ts` decides which worker does what. */
const api = {
  attachStage: (
    canvas: OffscreenCanvas,
    onQuads: StageListener['onQuads'],
    onPlayhead: StageListener['onPlayhead'],
    onProblem: StageListener['onProblem'],
    onShown: StageListener['onShown'],
  ) => {
    stage?.close();
    stage = new Stage(canvas, { onQuads, onPlayhead, onProblem, onShown });
  },
  showOnStage: (view: SentView) => stage?.show(view),
  importMedia,
  importCopy,
  clearScratchFiles,
  documentThumbnails,
  footageThumbnails,
  measureOverlay,
  pictureOfFinding,
  pickColour,
  findKey,
  measureKey,
  findEvent,
  findLoop: findLoopIn,
  artworkBox,
  findPalette,
  findQuiet,
  recoverAlpha,
  measureSound,
  hasSound,
  isHeard,
  mixSound,
  splitLayer,
  drawWords,
  drawSvg,
  findRecording,
  findLetterTarget,
  findOverflow,
  findMissingLetters,
  send,
  tryFormat,
  trialLanding,
  missingFormats,
  serverHealth,
};

export type EngineApi = typeof api;

expose(api);
