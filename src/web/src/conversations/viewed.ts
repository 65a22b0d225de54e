import type { ComponentType } from 'react';

/** A saved view in its place; with a way to close it, its table is open from the beginning. */
export type ViewInPlace = ComponentType<{ id: string; onClose?: () => void }>;

let shown: ViewInPlace | null = null;

/** Says how a saved view that words point at is shown in its place. */
export const showViewsBy = (component: ViewInPlace) => {
  shown = component;
};

export const viewInPlace = () => shown;
