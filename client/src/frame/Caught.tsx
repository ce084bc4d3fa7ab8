import { Component, type ReactNode } from 'react';
import { useLocation } from 'react-router';

/** A page that can't be drawn takes down itself and nothing else: the way back and a second try stay. */
class Boundary extends Component<{ at: string; children: ReactNode }, { failed: string | null }> {
  override state = { failed: null };

  static getDerivedStateFromError(error: unknown) {
    return { failed: error instanceof Error ? error.message : String(error) };
  }

  override componentDidUpdate(before: { at: string }) {
    if (before.at !== this.props.at && this.state.failed) this.setState({ failed: null });
  }

  override render() {
    if (this.state.failed === null) return this.props.children;
    return (
      <main className="message">
        <h1>This page can’t be drawn</h1>
        <p>What was entered is stored. What failed: {this.state.failed}</p>
        <p className="row">
          <button type="button" className="btn go" onClick={() => location.reload()}>
            Load it again
          </button>
          <a href="/">To the bench</a>
        </p>
      </main>
    );
  }
}

export function Caught({ children }: { children: ReactNode }) {
  return <Boundary at={useLocation().pathname}>{children}</Boundary>;
}
