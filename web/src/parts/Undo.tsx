import { Button, Snackbar } from "@mui/material";
import { createContext, type ReactNode, useContext, useState } from "react";

interface Notice {
  key: number;
  message: string;
  undo?: () => void;
}

const UndoContext = createContext<(message: string, undo?: () => void) => void>(() => {});

/** Lets any view say what it has done, with a way back. */
export function UndoProvider({ children }: { children: ReactNode }) {
  const [notice, setNotice] = useState<Notice | null>(null);
  const say = (message: string, undo?: () => void) => setNotice({ key: Date.now(), message, undo });
  const close = () => setNotice(null);
  return (
    <UndoContext value={say}>
      {children}
      <Snackbar
        key={notice?.key}
        open={!!notice}
        autoHideDuration={notice?.undo ? 12000 : 5000}
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
