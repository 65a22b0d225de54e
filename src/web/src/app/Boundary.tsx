import { Component, type ReactNode } from 'react';
import { Wrong } from '../ui/controls';
import * as texts from './texts';

/** Catches what a page did not expect: says so, and offers to load it anew, instead of leaving it blank. */
export class Boundary extends Component<{ children: ReactNode }, { error: Error | null }> {
  override state = { error: null as Error | null };

  static getDerivedStateFromError = (error: Error) => ({ error });

  override render() {
    if (!this.state.error) return this.props.children;
    const error = new Error(texts.thisPageStoppedBecause(this.state.error.message));
    return (
      <main className="grid min-h-full p-6">
        <Wrong error={error} again={() => window.location.reload()} />
      </main>
    );
  }
}
