import type { ReactNode } from "react";

/** One line of a form: label, control, and what is wrong with it below. */
export function Row({
  id,
  label,
  error,
  children,
}: {
  id: string;
  label: string;
  error?: string;
  children: ReactNode;
}) {
  return (
    <div className="row" data-wrong={error ? "" : undefined}>
      <label htmlFor={id}>{label}</label>
      {children}
      {error && (
        <p className="row-error" id={`${id}-error`} role="alert">
          {error}
        </p>
      )}
    </div>
  );
}

export const fieldId = (path: string) => `field-${path.replaceAll(/[^a-z0-9]+/gi, "-")}`;
