import { type ReactNode, createContext } from 'react';
import type { EntryView, FileView } from '../api/client';

/** How a picture or PDF that an entry carries is looked at with what is said about it; null where nothing is. */
export const FileTalk = createContext<((of: { entry: EntryView; file: FileView }) => ReactNode) | null>(null);
