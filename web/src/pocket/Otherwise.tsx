import { Component, type ReactNode } from 'react';

/** Shows something else where what is within fails: a part that could not be fetched, a stage that the device cannot draw. */
export class Otherwise extends Component<{ readonly show: ReactNode; readonly children: ReactNode }, { readonly isFailed: boolean }> {
  override state = { isFailed: false };
  static getDerivedStateFromError(): { readonly isFailed: boolean } {
    return { isFailed: true };
  }
  override render(): ReactNode {
    return this.state.isFailed ? this.props.show : this.props.children;
  }
}
