import { engine } from '@/engine/engine';

export type {
  Progress,
  ReadBack,
  SendRequest,
  SendStage,
  Sent,
  ServerHealth,
} from '@/engine/engine';

/** Heavy work that leaves the kit as it is; screens call the engine through here. */
export const work = {
  documentThumbnails: engine.documentThumbnails,
  footageThumbnails: engine.footageThumbnails,
  measureOverlay: engine.measureOverlay,
  pictureOfFinding: engine.pictureOfFinding,
  pickColour: engine.pickColour,
  send: engine.send,
  serverHealth: engine.serverHealth,
};
