import { combineReducers } from '@reduxjs/toolkit';
import { busyReducer } from './busy';
import { checksReducer } from './checks';
import { copiedReducer } from './copied';
import { deliveryReducer } from './delivery';
import { persistenceReducer } from './persistence';
import { noticesReducer } from './notices';
import { penReducer } from './pen';
import { queueReducer } from './queue';
import { followingReducer, unsavedReducer } from './saveState';
import { receiversReducer, sendingsReducer } from './sendings';
import { hintsReducer } from './hints';
import { themeReducer } from './theme';
import { updateReducer } from './update';
import { unreadReducer } from './unread';
import { unreadableReducer } from './unreadable';

export { busyBegun, busyGoesOn, busyOver } from './busy';
export { lookSet, type Look } from './checks';
export { layerCopied } from './copied';
export {
  deliveryBegun,
  deliveryGoesOn,
  deliveryMade,
  deliveryOver,
  type LastDelivery,
  type Past,
  type UnderWay,
} from './delivery';
export { hintSeen } from './hints';
export { persistenceSet, type Persistence } from './persistence';
export { dismissed, noticed, tell } from './notices';
export { penSet, type PenSettings } from './pen';
export { queued, unqueued, type Queued } from './queue';
export { followingSet, unsavedSet } from './saveState';
export { receiverSet, sendingSet } from './sendings';
export { settingsLoaded } from './settingsLoaded';
export { themeSet } from './theme';
export { updateFound } from './update';
export { unreadFound, unreadGone } from './unread';
export { foundUnreadable, leftUnreadable, type Unreadable } from './unreadable';

/** What lasts for a visit and is no part of the kit. */
export const sessionReducer = combineReducers({
  notices: noticesReducer,
  busy: busyReducer,
  persistence: persistenceReducer,
  unreadable: unreadableReducer,
  unread: unreadReducer,
  following: followingReducer,
  unsaved: unsavedReducer,
  theme: themeReducer,
  hints: hintsReducer,
  update: updateReducer,
  copied: copiedReducer,
  pen: penReducer,
  sendings: sendingsReducer,
  receivers: receiversReducer,
  queue: queueReducer,
  checks: checksReducer,
  delivery: deliveryReducer,
});
