import { Box } from "@mui/material";
import type { SxProps, Theme } from "@mui/material/styles";
import { createContext, type ReactNode, useContext, useEffect } from "react";
import { createPortal } from "react-dom";

/** Where in the bar over the views what belongs to a view stands. */
export const BarSlot = createContext<HTMLElement | null>(null);

/** A view: its title, what of it stands in the bar, and what it shows. */
export function View({
  title,
  bar,
  className,
  sx,
  children,
}: {
  title: string;
  bar?: ReactNode;
  className?: string;
  sx?: SxProps<Theme>;
  children: ReactNode;
}) {
  const slot = useContext(BarSlot);
  useEffect(() => {
    document.title = `${title} – Dunvel`;
  }, [title]);
  return (
    <>
      {slot && bar && createPortal(bar, slot)}
      <Box component="main" id="view" className={className} sx={sx} tabIndex={-1}>
        {children}
      </Box>
    </>
  );
}
