import { expose } from 'comlink';
import { fileOfMedia, openKit, saveKit } from './kitFiles';
import { dropMedia, keptMedia } from '../media/mediaStore';
import { renewMediaLog, settleMedia } from '../media/mediaTexts';
import { installHandlers } from '../workers/wire';

installHandlers();

/** Kit files and kept media: a small worker, as the first kit waits for it. */
const api = { openKit, saveKit, keptMedia, dropMedia, fileOfMedia, settleMedia, renewMediaLog };

export type KitApi = typeof api;

expose(api);
