import { Dialog, DialogContent, DialogTitle } from "@mui/material";

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
        <dl className="keys">
          {keys.map(([key, does]) => (
            <div key={key}>
              <dt>{key}</dt>
              <dd>{does}</dd>
            </div>
          ))}
        </dl>
      </DialogContent>
    </Dialog>
  );
}
