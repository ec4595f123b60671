import { Button, Snackbar } from "@mui/material";

/** Says what was done, with a way back; it waits while it is looked at. */
export default function Notice({
  message,
  undo,
  onClose,
}: {
  message: string;
  undo?: () => void;
  onClose: () => void;
}) {
  return (
    <Snackbar
      open
      autoHideDuration={undo ? 30_000 : 5000}
      onClose={(_, reason) => reason !== "clickaway" && onClose()}
      message={message}
      action={
        undo && (
          <Button
            color="inherit"
            onClick={() => {
              undo();
              onClose();
            }}
          >
            Undo
          </Button>
        )
      }
    />
  );
}
