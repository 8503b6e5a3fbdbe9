import { QueryErrorResetBoundary } from '@tanstack/react-query';
import { Component, type ReactNode } from 'react';

interface Props {
  readonly children: ReactNode;
}

/** Keeps a sheet's failure on that sheet, with a way to try again. */
export function ErrorBoundary({ children }: Props) {
  return (
    <QueryErrorResetBoundary>{({ reset }) => <Boundary reset={reset}>{children}</Boundary>}</QueryErrorResetBoundary>
  );
}

class Boundary extends Component<Props & { reset: () => void }, { error: Error | undefined }> {
  override state: { error: Error | undefined } = { error: undefined };

  static getDerivedStateFromError(error: Error): { error: Error } {
    return { error };
  }

  override render(): ReactNode {
    const { error } = this.state;
    if (!error) return this.props.children;
    const again = (): void => {
      this.props.reset();
      this.setState({ error: undefined });
    };
    return (
      <section className="sheet" aria-label="Error">
        <div className="trouble" role="alert">
          {error.message}
        </div>
        <div>
          <button className="act" type="button" onClick={again}>
            Try again
          </button>
        </div>
      </section>
    );
  }
}
