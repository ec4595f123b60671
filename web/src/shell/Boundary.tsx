import { Box, Button } from "@mui/material";
import { Component, type ReactNode } from "react";
import * as looks from "../parts/looks";

interface Props {
  /** What is looked at: when it changes, it is tried again. */
  at: string;
  children: ReactNode;
}

/** What went wrong in a view is said in its place; the bar stays, and with it the way to the others. */
export class Boundary extends Component<Props, { error?: Error; at?: string }> {
  override state: { error?: Error; at?: string } = {};

  static getDerivedStateFromError(error: Error) {
    return { error };
  }

  static getDerivedStateFromProps({ at }: Props, state: { error?: Error; at?: string }) {
    return state.at === at ? null : { at, error: undefined };
  }

  override render() {
    const { error } = this.state;
    if (!error) return this.props.children;
    return (
      <Box component="main" id="view" className="page" sx={looks.page} role="alert">
        <h1>This view cannot be shown</h1>
        <p>
          That is a fault of Dunvel, and nothing that was kept is lost. It says: {error.message || error.name}
        </p>
        <p>
          <Button variant="link" onClick={() => window.location.reload()}>
            Try again
          </Button>{" "}
          <a href="/">Begin with a plain page</a>
        </p>
      </Box>
    );
  }
}
