import { createAction } from '@reduxjs/toolkit';
import type { Settings } from '../storage';

/** What was chosen in earlier visits. */
export const settingsLoaded = createAction<Settings>('settingsLoaded');
