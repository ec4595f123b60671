import { Box, Dialog, DialogContent, DialogTitle } from "@mui/material";

const keys = [
  ["Ctrl+Z", "one change back, or what a notice offers to undo"],
  ["Ctrl+Shift+Z", "one change on again"],
  ["Arrows on a handle or a dial", "a little more or less; Page Up and Page Down, much"],
  ["Arrows in the ladder", "the next head"],
  ["Arrows on the map", "a step along it"],
  ["Space", "in Fall plays and stops, in the drop test starts and stops the watch"],
  ["Escape", "takes back what is being typed, closes what is open"],
  ["?", "this list"],
];

/** What can be done by keys. */
export default function Keys({ onClose }: { onClose: () => void }) {
  return (
    <Dialog open onClose={onClose} aria-labelledby="keys-title">
      <DialogTitle id="keys-title">Keys</DialogTitle>
      <DialogContent>
        <Box
          component="dl"
          className="keys"
          sx={{
            "& div": {
              display: "grid",
              gridTemplateColumns: "minmax(9em, auto) 1fr",
              gap: "0 16px",
              padding: "4px 0",
            },
            "& dt": { fontWeight: 650 },
            "& dd": { margin: 0 },
          }}
        >
          {keys.map(([key, does]) => (
            <div key={key}>
              <dt>{key}</dt>
              <dd>{does}</dd>
            </div>
          ))}
        </Box>
      </DialogContent>
    </Dialog>
  );
}
