import type { DraftView } from '../api/client';

/** A draft with what is set by hand. */
export type Draft = DraftView & {
  id: string;
  /** Its title as it was read; undefined where nothing was. */
  read?: string;
  notes?: string;
  estimateMinutes?: number | null;
  worklist?: string | null;
  column?: string | null;
  /** Whether those who own it are told in the talk. */
  tell?: boolean;
};
