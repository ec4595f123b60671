import { createContext, type ReactNode, useContext, useEffect } from "react";
import { createPortal } from "react-dom";

/** Where in the bar over the views what belongs to a view stands. */
export const BarSlot = createContext<HTMLElement | null>(null);

/** A view: its title, what of it stands in the bar, and what it shows. */
export function View({
  title,
  bar,
  className,
  children,
}: {
  title: string;
  bar?: ReactNode;
  className: string;
  children: ReactNode;
}) {
  const slot = useContext(BarSlot);
  useEffect(() => {
    document.title = `${title} – Dunvel`;
  }, [title]);
  return (
    <>
      {slot && bar && createPortal(bar, slot)}
      <main id="view" className={className} tabIndex={-1}>
        {children}
      </main>
    </>
  );
}
