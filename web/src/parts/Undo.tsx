import { createContext, lazy, type ReactNode, Suspense, useContext, useState } from "react";
import { useHotkeys } from "react-hotkeys-hook";

const Shown = lazy(() => import("./Notice"));

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
      {notice && (
        <Suspense>
          <Shown key={notice.key} message={notice.message} undo={notice.undo} onClose={close} />
        </Suspense>
      )}
    </UndoContext>
  );
}

export const useSay = () => useContext(UndoContext);
