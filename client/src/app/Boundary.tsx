import { Button } from 'antd'
import { Component, type ReactNode } from 'react'

/** A page that fails says so and offers the way on, in place of a blank window. */
export class Boundary extends Component<{ children: ReactNode }, { failed: boolean }> {
  override state = { failed: false }

  static getDerivedStateFromError() {
    return { failed: true }
  }

  override render() {
    if (!this.state.failed) return this.props.children
    return (
      <div className="notice" role="alert">
        <b>This page stumbled.</b>
        <p>Your documents are not touched by it, and what you typed into a slip is kept.</p>
        <Button type="primary" onClick={() => location.reload()}>
          Load it again
        </Button>
      </div>
    )
  }
}
