import { nanoid } from '@reduxjs/toolkit';
import type { LeftOut } from '@/core/document';
import { unreadFound, unreadGone } from './session';
import { removeRecords, readRecord, saveAside, type Unread } from './storage';
import type { AppThunk } from './store';
import { quoted } from '@/core/quoted';

/** Keeps what could not be read beside the kit, so that it can be saved as it is. */
export const keepAside =
  (parts: readonly LeftOut[]): AppThunk<Promise<void>> =>
  async (dispatch) => {
    for (const part of parts) {
      const key = await saveAside(nanoid(12), part);
      dispatch(unreadFound([{ key, name: `Part of ${quoted(part.from)}` }]));
    }
  };

/** What could not be read, as it lies in storage; null where it is gone. */
export const unreadText = ({ key }: Unread): Promise<string | null> => readRecord(key);

export const deleteUnread =
  ({ key }: Unread): AppThunk<Promise<void>> =>
  async (dispatch) => {
    await removeRecords([key]);
    dispatch(unreadGone(key));
  };
