import { Button, Dialog, DialogActions, DialogContent, DialogTitle, TextField } from "@mui/material";
import { useState } from "react";

interface Props {
  title: string;
  hint: string;
  error: string | undefined;
  pending: boolean;
  onClose: () => void;
  onName: (name: string) => void;
}

/** Asks for the name under which something is kept. It is shown while it is mounted. */
export default function NameDialog({ title, hint, error, pending, onClose, onName }: Props) {
  const [name, setName] = useState("");
  return (
    <Dialog open onClose={onClose} fullWidth maxWidth="xs">
      <form
        onSubmit={(e) => {
          e.preventDefault();
          onName(name);
        }}
      >
        <DialogTitle>{title}</DialogTitle>
        <DialogContent>
          <TextField
            autoFocus
            fullWidth
            margin="dense"
            id="name"
            label="Name"
            value={name}
            onChange={(e) => setName(e.target.value)}
            error={!!error}
            helperText={error ?? hint}
          />
        </DialogContent>
        <DialogActions>
          <Button onClick={onClose}>Cancel</Button>
          <Button type="submit" variant="contained" disabled={pending}>
            Save
          </Button>
        </DialogActions>
      </form>
    </Dialog>
  );
}
