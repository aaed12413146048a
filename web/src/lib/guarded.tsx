/** Walls that a fault does not pass: what lies beside it goes on, a batch in progress above all. */
import type { ComponentType, ReactNode } from "react";
import { ErrorBoundary } from "react-error-boundary";

interface Wall {
  /** What is behind it, as a sentence begins: "This drawing". */
  what: string;
  /** What went on working, or what to do. */
  note: string;
  /** With any other of these it is tried again. */
  retryWith: unknown[];
  children: ReactNode;
}

export function Guarded({ what, note, retryWith, children }: Wall) {
  return (
    <ErrorBoundary
      resetKeys={retryWith}
      fallbackRender={({ resetErrorBoundary }) => (
        <p role="alert" className="rounded-xl border-2 border-rim bg-inset px-3.5 py-2.5">
          {what} cannot be shown: a fault of Airy Crumb, not of your bake. {note}{" "}
          <button type="button" className="font-semibold text-cobalt underline" onClick={resetErrorBoundary}>
            Try again
          </button>
        </p>
      )}
    >
      {children}
    </ErrorBoundary>
  );
}

/** A drawing behind a wall of its own; other numbers are tried afresh. */
export function drawn<P extends object>(Drawing: ComponentType<P>): (props: P) => ReactNode {
  return function Walled(props: P) {
    return (
      <Guarded what="This drawing" note="The numbers beside it hold." retryWith={Object.values(props)}>
        <Drawing {...props} />
      </Guarded>
    );
  };
}
