import { Button, Snackbar } from "@mui/material";
import { createContext, type ReactNode, useContext, useState } from "react";
import { useHotkeys } from "react-hotkeys-hook";

interface Notice {
  key: number;
  message: string;
  undo?: () => void;
}

/** Whether a notice waits that can be undone: its undo comes before that of anything else. */
const waiting = { current: false };
export const noticeWaits = () => waiting.current;

const UndoContext = createContext<(message: string, undo?: () => void) => void>(() => {});

/** Lets any view say what it has done, with a way back. */
export function UndoProvider({ children }: { children: ReactNode }) {
  const [notice, setNotice] = useState<Notice | null>(null);
  const say = (message: string, undo?: () => void) => setNotice({ key: Date.now(), message, undo });
  const close = () => setNotice(null);
  const undo = notice?.undo;
  waiting.current = undo !== undefined;
  useHotkeys(
    "mod+z",
    () => {
      undo?.();
      close();
    },
    { enabled: undo !== undefined, preventDefault: true },
  );
  return (
    <UndoContext value={say}>
      {children}
      <Snackbar
        key={notice?.key}
        open={!!notice}
        autoHideDuration={notice?.undo ? 30_000 : 5000}
        onClose={(_, reason) => reason !== "clickaway" && close()}
        message={notice?.message}
        action={
          notice?.undo && (
            <Button
              color="inherit"
              onClick={() => {
                notice.undo?.();
                close();
              }}
            >
              Undo
            </Button>
          )
        }
      />
    </UndoContext>
  );
}

export const useSay = () => useContext(UndoContext);
