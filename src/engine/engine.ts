import { proxy, transfer, wrap, type Remote } from 'comlink';
import type { Marking } from '@/core/check';
import type {
  Bundle,
  ChromaKey,
  Footage,
  KeySettings,
  Kit,
  LumaKey,
  Media,
  Read,
  Overlay,
  PlannedOverlay,
  Resource,
  Stroke,
} from '@/core/document';
import type { ClipEvent, EventKind } from '@/core/footage/events';
import type { QuietMap } from '@/core/footage/quiet';
import type { BackdropPair } from '@/core/matte/backdropPair';
import type { WordsAs } from '@/core/edit/inkFromWords';
import type { RecordingProposal } from '@/core/recording/proposal';
import type { FormatId } from '@/core/formats';
import type { Box } from '@/core/scene';
import type { LetterTarget } from '@/core/edit/letterTarget';
import type { SendChange } from '@/core/receivers';
import type { Stereo } from '@/core/sound/types';
import type { Looked } from './check/measureOverlay';
import type { EngineApi } from './engine.worker';
import type { KitApi } from './kit/kit.worker';
import { CommonWorker } from './workers/commonWorker';
import type { SavedKit } from './kit/kitFiles';
import type { KeyFigures } from './keying/judgeKey';
import type { FoundLoop } from './footage/findLoop';
import type { KeptMedia } from './media/mediaStore';
import { clearScratchFiles } from './send/scratchFile';
import { OwnWorkers } from './workers/ownWorkers';
import { startWorker, type StartedWorker } from './workers/pageWorkers';
import type { Picked } from './stage/picker';
import { spaced, type Progress } from './progress';
import type { Trial, TrialRequest } from './receive/trialLanding';
import type { Delivery, SendJob, SendState } from './send';
import type { Missing, PictureSize } from './send/abilities';
import type { FormatTrial } from './send/tryFormat';
import type { ServerHealth } from './server';
import type { MeasuredSound } from './sound/measureSound';
import type { StageListener, StageView } from './stage/stage';
import { installHandlers } from './workers/wire';
import type { Split } from './words';

export type { Looked } from './check/measureOverlay';
export type { KeyFigures } from './keying/judgeKey';
export type { FoundLoop } from './footage/findLoop';
export type { KeptMedia } from './media/mediaStore';
export type { SavedKit } from './kit/kitFiles';
export type { Picked } from './stage/picker';
export type { Progress } from './progress';
export type { Delivery, ReadBack, SendJob, SendState, Sent } from './send';
export type { Trial, TrialLanding, TrialRequest } from './receive/trialLanding';
export type { FormatTrial } from './send/tryFormat';
export type { ServerHealth } from './server';
export type { MeasuredSound } from './sound/measureSound';
export type { Playhead, Proof, StageListener, StageMode, StageView } from './stage/stage';
export type { Viewport } from './stage/viewport';
export type { WordsAs } from '@/core/edit/inkFromWords';
export type { Split } from './words';

installHandlers();

const startEngine = (): StartedWorker => startWorker('/engine/engine.worker.js');

const engineApi = (): Remote<EngineApi> => wrap<EngineApi>(startEngine().worker);

/** Started when first asked for, so that the first screen does not wait for it. */
function lazily<T>(make: () => T): () => T {
  let made: T | undefined;
  return () => (made ??= make());
}

/** Checks, measurements, and whatever else a person asked for and waits for. */
const bench = lazily(engineApi);
/** Pictures on cards and in cue sheets, which nobody should have to wait for. */
const illustrator = lazily(engineApi);
/** Mixing what is heard while a landing plays, which must not wait. */
const listener = lazily(engineApi);
/** Sending, which may take minutes. */
const sender = lazily(engineApi);
/** Files from outside, and kit files: both wait for nothing else and can be stopped at any moment. */
const importers = new OwnWorkers<EngineApi>(startEngine);
const kitWorker = new CommonWorker<KitApi>(() => startWorker('/engine/kit/kit.worker.js'));

/** A visible canvas that a worker of its own draws. */
export interface StageHandle {
  /** @returns the number by which the listener is told that it is to be seen */
  readonly show: (view: StageView) => number;
  readonly close: () => void;
}

/** Hands a canvas over to a worker; it can be handed over only once. */
export function openStage(canvas: HTMLCanvasElement, listener: StageListener): StageHandle {
  const { worker, end } = startEngine();
  const remote = wrap<EngineApi>(worker);
  const offscreen = canvas.transferControlToOffscreen();
  void remote.attachStage(
    transfer(offscreen, [offscreen]),
    proxy(listener.onQuads),
    proxy(listener.onPlayhead),
    proxy(listener.onProblem),
    proxy(listener.onShown),
  );
  let sent: Bundle | null = null;
  let serial = 0;
  return {
    show: (view) => {
      const bundle = view.bundle === sent ? null : view.bundle;
      sent = view.bundle;
      void remote.showOnStage({ ...view, bundle, serial: ++serial });
      return serial;
    },
    close: end,
  };
}

const told = (progress: Progress) => proxy(spaced(progress));

/** The one door to heavy work. Every call rejects with a MoonError in plain words. */
export const engine = {
  importMedia: (
    file: File,
    stamp: { id: string; created: number },
    progress: Progress,
    signal: AbortSignal,
  ): Promise<Footage | Resource> =>
    importers.run<Footage | Resource>(
      (api, told) => api.importMedia(file, stamp, told),
      progress,
      signal,
      file,
    ),
  importCopy: (
    file: File,
    stamp: { id: string; created: number },
    progress: Progress,
    signal: AbortSignal,
  ): Promise<Footage | Resource> => sender().importCopy(file, stamp, told(progress), signal),
  keptMedia: (): Promise<readonly KeptMedia[]> => kitWorker.ask((api) => api.keptMedia()),
  dropMedia: (hashes: readonly string[]): Promise<void> =>
    kitWorker.ask((api) => api.dropMedia(hashes)),
  settleMedia: (): Promise<void> => kitWorker.ask((api) => api.settleMedia()),
  renewMediaLog: (): Promise<void> => kitWorker.ask((api) => api.renewMediaLog()),
  fileOfMedia: (kept: KeptMedia): Promise<Blob> => kitWorker.ask((api) => api.fileOfMedia(kept)),
  clearScratchFiles,
  saveKit: (kit: Kit, progress: Progress, signal: AbortSignal): Promise<SavedKit> =>
    kitWorker.run((api, told) => api.saveKit(kit, told), progress, signal),
  openKit: (file: Blob, progress: Progress, signal: AbortSignal): Promise<Read<Kit>> =>
    kitWorker.run((api, told) => api.openKit(file, told), progress, signal),
  documentThumbnails: (
    bundle: Bundle,
    frames: readonly number[],
    signal: AbortSignal,
  ): Promise<readonly Blob[]> => illustrator().documentThumbnails(bundle, frames, signal),
  footageThumbnails: (
    footage: Footage,
    shares: readonly number[],
    signal: AbortSignal,
  ): Promise<readonly Blob[]> => illustrator().footageThumbnails(footage, shares, signal),
  measureOverlay: (
    bundle: Bundle,
    around: Bundle | null,
    progress: Progress,
    signal: AbortSignal,
  ): Promise<Looked> => bench().measureOverlay(bundle, around, told(progress), signal),
  pictureOfFinding: (bundle: Bundle, frame: number, marking: Marking): Promise<Blob> =>
    bench().pictureOfFinding(bundle, frame, marking),
  pickColour: (
    bundle: Bundle,
    layer: string,
    frame: number,
    x: number,
    y: number,
  ): Promise<Picked> => bench().pickColour(bundle, layer, frame, x, y),
  findKey: (footage: Footage): Promise<ChromaKey | LumaKey> => bench().findKey(footage),
  screenKey: (footage: Footage, signal: AbortSignal): Promise<ChromaKey | null> =>
    bench().screenKey(footage, signal),
  measureKey: (
    footage: Footage,
    key: KeySettings,
    seconds: number,
    signal: AbortSignal,
  ): Promise<KeyFigures> => bench().measureKey(footage, key, seconds, signal),
  measureSound: (footage: Footage): Promise<MeasuredSound> => bench().measureSound(footage),
  hasSound: (media: Media): Promise<boolean> => bench().hasSound(media),
  isHeard: (bundle: Bundle): Promise<boolean> => bench().isHeard(bundle),
  mixSound: (bundle: Bundle, from: number, to: number): Promise<Stereo> =>
    listener().mixSound(bundle, from, to),
  findEvent: (
    footage: Footage,
    kind: EventKind,
    progress: Progress,
    signal: AbortSignal,
  ): Promise<ClipEvent> => bench().findEvent(footage, kind, told(progress), signal),
  findLoop: (footage: Footage, progress: Progress, signal: AbortSignal): Promise<FoundLoop> =>
    bench().findLoop(footage, told(progress), signal),
  artworkBox: (bundle: Bundle, layer: string, frame: number): Promise<Box | null> =>
    bench().artworkBox(bundle, layer, frame),
  findPalette: (footage: Footage): Promise<readonly string[]> => bench().findPalette(footage),
  findQuiet: (footage: Footage, from: number, to: number): Promise<QuietMap> =>
    bench().findQuiet(footage, from, to),
  recoverAlpha: (
    first: Footage,
    second: Footage,
    stamp: { id: string; created: number },
    progress: Progress,
    signal: AbortSignal,
  ): Promise<{ footage: Footage; pair: BackdropPair }> =>
    sender().recoverAlpha(first, second, stamp, told(progress), signal),
  splitLayer: (bundle: Bundle, layerId: string, split: Split): Promise<Overlay> =>
    bench().splitLayer(bundle, layerId, split),
  drawWords: (bundle: Bundle, layerId: string, as: WordsAs): Promise<Overlay> =>
    bench().drawWords(bundle, layerId, as),
  drawSvg: (
    file: File,
    canvas: { readonly width: number; readonly height: number },
  ): Promise<readonly Stroke[]> => bench().drawSvg(file, canvas),
  findRecording: (
    footage: Footage,
    progress: Progress,
    signal: AbortSignal,
  ): Promise<RecordingProposal> => bench().findRecording(footage, told(progress), signal),
  findLetterTarget: (
    bundle: Bundle,
    layerId: string,
    letter: number | null,
  ): Promise<LetterTarget> => bench().findLetterTarget(bundle, layerId, letter),
  findMissingLetters: (bundle: Bundle, layerId: string): Promise<readonly string[]> =>
    bench().findMissingLetters(bundle, layerId),
  findOverflow: (
    bundle: Bundle,
    planned: readonly PlannedOverlay[],
  ): Promise<readonly (readonly string[])[]> => bench().findOverflow(bundle, planned),
  send: (
    jobs: readonly SendJob[],
    onState: (state: SendState) => void,
    progress: Progress,
    signal: AbortSignal,
  ): Promise<Delivery> => sender().send(jobs, proxy(onState), told(progress), signal),
  tryFormat: (job: SendJob, signal: AbortSignal): Promise<FormatTrial | null> =>
    bench().tryFormat(job, signal),
  trialLanding: (
    request: TrialRequest,
    changes: readonly SendChange[],
    progress: Progress,
    signal: AbortSignal,
  ): Promise<Trial> => bench().trialLanding(request, changes, told(progress), signal),
  missingFormats: (
    document: PictureSize,
    scale: number,
  ): Promise<Readonly<Record<FormatId, Missing>>> => sender().missingFormats(document, scale),
  serverHealth: (): Promise<ServerHealth | null> => sender().serverHealth(),
};
