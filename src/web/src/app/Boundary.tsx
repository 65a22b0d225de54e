import { Component, type ReactNode } from 'react';
import { Wrong } from '../ui/controls';

/** Catches what a page did not expect: says so, and offers to load it anew, instead of leaving it blank. */
export class Boundary extends Component<{ children: ReactNode }, { error: Error | null }> {
  override state = { error: null as Error | null };

  static getDerivedStateFromError = (error: Error) => ({ error });

  override render() {
    if (!this.state.error) return this.props.children;
    const error = new Error(
      `This page stopped because of a mistake of ours (${this.state.error.message}). What you wrote is kept.`,
    );
    return (
      <main className="grid min-h-full p-6">
        <Wrong error={error} again={() => window.location.reload()} />
      </main>
    );
  }
}
