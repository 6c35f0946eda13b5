import { Component, createContext, type ComponentType, type ReactNode } from "react";

/** What stands in the place of a dialog that broke; nothing where nobody gives it. */
export const BrokenDialogContext = createContext<ComponentType<{ error: Error; onClose: () => void }>>(
  () => null,
);

interface BoundaryProps {
  readonly children: ReactNode;
  /** What is drawn in the place of a part that threw; `again` draws that anew. */
  readonly fallback: (error: Error, again: () => void) => ReactNode;
}

interface BoundaryState {
  readonly error: Error | null;
}

/** Keeps what a part throws while it is drawn from taking down what is around it. */
export class Boundary extends Component<BoundaryProps, BoundaryState> {
  override state: BoundaryState = { error: null };

  static getDerivedStateFromError(error: unknown): BoundaryState {
    return { error: error instanceof Error ? error : new Error(String(error)) };
  }

  override render(): ReactNode {
    const { error } = this.state;
    return error ? this.props.fallback(error, () => this.setState({ error: null })) : this.props.children;
  }
}
