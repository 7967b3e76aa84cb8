import { engine } from '@/engine/engine';

export type {
  FoundLoop,
  KeyFigures,
  LetterTarget,
  Looked,
  MeasuredSound,
  Picked,
  Progress,
  ReadBack,
  SendRequest,
  SendStage,
  Sent,
  ServerHealth,
  Split,
  WordsAs,
} from '@/engine/engine';

/** Heavy work that leaves the kit as it is; screens call the engine through here. */
export const work = {
  documentThumbnails: engine.documentThumbnails,
  footageThumbnails: engine.footageThumbnails,
  measureOverlay: engine.measureOverlay,
  pictureOfFinding: engine.pictureOfFinding,
  pickColour: engine.pickColour,
  findKey: engine.findKey,
  measureKey: engine.measureKey,
  measureSound: engine.measureSound,
  findEvent: engine.findEvent,
  findLoop: engine.findLoop,
  artworkBox: engine.artworkBox,
  findPalette: engine.findPalette,
  findQuiet: engine.findQuiet,
  splitLayer: engine.splitLayer,
  drawWords: engine.drawWords,
  drawSvg: engine.drawSvg,
  findRecording: engine.findRecording,
  findLetterTarget: engine.findLetterTarget,
  findOverflow: engine.findOverflow,
  findMissingLetters: engine.findMissingLetters,
  send: engine.send,
  serverHealth: engine.serverHealth,
};
