import { Button, Dialog, DialogActions, DialogContent, DialogTitle, TextField } from "@mui/material";
import { useQuery } from "@tanstack/react-query";
import { client, take } from "../api/client";
import { Square } from "./Square";
import { useSay } from "./Undo";

/** The link of what is on the screen, to be copied, or scanned by a phone. It is shown while it is mounted. */
export default function LinkDialog({ onClose }: { onClose: () => void }) {
  const say = useSay();
  const path = window.location.pathname + window.location.search;
  const { data: links } = useQuery({
    queryKey: ["links", path],
    queryFn: ({ signal }) => take(client.POST("/links", { body: { path }, signal })),
    retry: false,
  });
  const copy = async () => {
    try {
      await navigator.clipboard.writeText(window.location.href);
      say("The link is copied.");
      onClose();
    } catch {
      // A page on a plain address may not: the field is marked, so that a key copies it.
      (document.getElementById("link") as HTMLInputElement | null)?.select();
      say("The browser does not let the page copy; the link is marked.");
    }
  };
  return (
    <Dialog open onClose={onClose} fullWidth maxWidth="sm">
      <DialogTitle>Link of what is set here</DialogTitle>
      <DialogContent>
        <TextField
          fullWidth
          margin="dense"
          id="link"
          label="Link"
          value={window.location.href}
          slotProps={{
            htmlInput: {
              readOnly: true,
              onFocus: (e: FocusEvent) => (e.target as HTMLInputElement).select(),
            },
          }}
        />
        {links?.length === 0 && (
          <p>This Dunvel answers to its own machine alone; the README says how a phone reaches it.</p>
        )}
        {links?.map((l) => (
          <p key={l.address}>
            {l.square.length > 0 ? (
              <Square rows={l.square} label={`This page at ${new URL(l.address).host}`} />
            ) : (
              "It is too long for a code that a phone reads."
            )}
            <br />
            For a phone that is let in, at {new URL(l.address).host}
          </p>
        ))}
      </DialogContent>
      <DialogActions>
        <Button onClick={onClose}>Close</Button>
        <Button variant="contained" onClick={copy}>
          Copy
        </Button>
      </DialogActions>
    </Dialog>
  );
}
