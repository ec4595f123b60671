import { ButtonBase, Table, TableBody, TableCell, TableHead, TableRow } from "@mui/material";
import { type ClipboardEvent, type FocusEvent, Fragment, type KeyboardEvent, useRef, useState } from "react";
import { type BoxKind, Failure, type SavedItem } from "../../api/client";
import * as looks from "../../parts/looks";
import { useUnits } from "../../parts/preferences";
import { Unseen } from "../../parts/Said";
import { useSay } from "../../parts/Undo";
import { Wide } from "../../parts/Wide";
import { useBoxActions } from "../../setup/useBox";
import { type Cells, cellsOf, exactly, pasted, withoutHeaders } from "./cells";
import { useRows } from "./useRows";

/** The things of one kind, a row each, with an empty row to add more. */
export function Grid({ kind, items }: { kind: BoxKind; items: SavedItem[] }) {
  const { show } = useUnits();
  const { body, hold, drawn, height, measure } = useRows(items.length, (i) => items[i]?.id ?? i);
  const row = (i: number) => {
    const saved = items[i];
    if (!saved) return null;
    return (
      <Row
        key={saved.id}
        kind={kind}
        saved={saved}
        at={i}
        measure={measure}
        onHold={hold}
        settled={cellsOf(kind.columns, saved.item, show)}
      />
    );
  };
  return (
    <Wide label={`${kind.label}, as a table`}>
      <Table
        size="small"
        className="grid"
        sx={{
          "& th": {
            padding: "4px 6px",
            textAlign: "left",
            fontWeight: 400,
            color: "text.secondary",
            whiteSpace: "nowrap",
          },
          "& td": { padding: 0, verticalAlign: "middle", borderBottom: looks.rule },
          "& td + td": { borderLeft: looks.rule },
          "& input": {
            width: "100%",
            minWidth: "84px",
            padding: "6px",
            border: 0,
            background: "none",
            color: "text.primary",
            font: "inherit",
          },
          "& td:nth-last-child(2) input": { minWidth: "150px" },
          '& input[aria-invalid="true"]': { boxShadow: "inset 0 -2px var(--palette-error-main)" },
          "& tr[data-changed] td:first-child": { boxShadow: "inset 3px 0 var(--palette-primary-main)" },
          "& tr[data-new] td": { borderBottomStyle: "dashed" },
          "& td:last-child": { whiteSpace: "nowrap" },
          "& input::placeholder": { color: "text.secondary", opacity: 0.75 },
          [looks.phone]: {
            display: "block",
            "& tbody": { display: "block" },
            "& tr": {
              display: "grid",
              gridTemplateColumns: "1fr 1fr",
              gap: "0 12px",
              margin: "0 0 12px",
              padding: "8px 12px",
              border: looks.rule,
              borderRadius: "4px",
            },
            "& td": { display: "block", border: 0 },
            "& thead": { position: "absolute", clipPath: "inset(50%)" },
            "& td + td": { border: 0 },
            "& td[data-label]::before": {
              content: "attr(data-label)",
              color: "text.secondary",
              fontSize: "0.8125rem",
            },
            '& tr[data-id]:not(:focus-within, [data-changed]) td:has(input:placeholder-shown, input[value=""])':
              { display: "none" },
            "& td:last-child": { gridColumn: "1 / -1", textAlign: "right" },
            "& input": { minWidth: 0, minHeight: "48px", padding: 0, borderBottom: looks.rule },
            "& td:nth-last-child(2) input": {
              minWidth: 0,
              minHeight: "48px",
              padding: 0,
              borderBottom: looks.rule,
            },
          },
        }}
        aria-rowcount={items.length + 2}
        onKeyDown={move}
      >
        <TableHead>
          <TableRow>
            {kind.columns.map((c) => (
              <TableCell component="th" key={c.key} scope="col">
                {c.label}
              </TableCell>
            ))}
            <TableCell component="th" scope="col">
              <Unseen>One gone, or all out</Unseen>
            </TableCell>
          </TableRow>
        </TableHead>
        <TableBody ref={body}>
          {drawn
            ? drawn.map(({ index, start }, k) => (
                <Fragment key={items[index]?.id ?? index}>
                  <Gap height={start - (drawn[k - 1]?.end ?? 0)} />
                  {row(index)}
                </Fragment>
              ))
            : items.map((_, i) => row(i))}
          {drawn && <Gap height={height - (drawn.at(-1)?.end ?? 0)} />}
          <Row kind={kind} settled={{}} />
        </TableBody>
      </Table>
    </Wide>
  );
}

/** Where rows are that are not drawn. */
function Gap({ height }: { height: number }) {
  if (height < 1) return null;
  return (
    <TableRow className="grid-gap" sx={{ "& td": { border: 0 } }} aria-hidden="true">
      <TableCell style={{ height }} />
    </TableRow>
  );
}

/** A row that is kept when the focus leaves it, or with Enter. */
function Row({
  kind,
  saved,
  settled,
  at,
  measure,
  onHold,
}: {
  kind: BoxKind;
  saved?: SavedItem;
  settled: Cells;
  at?: number;
  measure?: (row: Element | null) => void;
  onHold?: (at: number | undefined) => void;
}) {
  const [draft, setDraft] = useState<Cells>({}); // of the cells that were typed in
  const [wrong, setWrong] = useState<Record<string, string>>({});
  const row = useRef<HTMLTableRowElement>(null);
  const keeping = useRef(false);
  /** The item as it was when typing in it began: what another window has changed since is told, and not overwritten. */
  const begun = useRef<SavedItem>(undefined);
  const { add, change, spend, remove, restore, refresh } = useBoxActions();
  const say = useSay();
  const cells: Cells = { ...settled, ...draft };
  const typed = Object.entries(draft).filter(([key, text]) => text !== (settled[key] ?? ""));
  const messages = [...new Set(Object.values(wrong))];

  const settle = () => {
    begun.current = undefined;
    setDraft({});
    setWrong({});
  };
  const failed = (failure: Error) => {
    const fields = failure instanceof Failure ? failure.fields : {};
    const mine = Object.fromEntries(
      Object.entries(fields).map(([field, message]) => [field.replace(/^rows\.\d+\.?/, ""), message]),
    );
    setWrong(Object.keys(mine).length ? mine : { "": failure.message });
    // Changed in another window: what was typed stays, what is there now comes under it.
    if (failure instanceof Failure && failure.problem.status === 409) {
      begun.current = undefined;
      refresh();
    }
  };
  const before = (keys: string[]) => {
    const was = saved ? cellsOf(kind.columns, saved.item, exactly) : {};
    return Object.fromEntries(keys.map((key) => [key, was[key] ?? ""]));
  };
  const keep = () => {
    if (typed.length === 0 || keeping.current) return;
    keeping.current = true; // with Enter the focus goes on to the next row, which would keep it again
    const onSettled = () => {
      keeping.current = false;
    };
    if (saved) {
      const onSuccess = (kept: SavedItem) => {
        settle();
        say(`“${kept.name}” is kept.`, () => change.mutate({ of: kept, cells: before(Object.keys(draft)) }));
      };
      change.mutate(
        { of: begun.current ?? saved, cells: Object.fromEntries(typed) },
        { onError: failed, onSuccess, onSettled },
      );
    }
    if (!saved)
      add.mutate(
        { kind: kind.kind, rows: [kind.columns.map((c) => cells[c.key] ?? "")] },
        { onError: failed, onSuccess: settle, onSettled },
      );
  };
  const leave = (e: FocusEvent) => {
    if (!row.current?.contains(e.relatedTarget)) keep();
  };
  const paste = (column: number) => (e: ClipboardEvent) => {
    const text = e.clipboardData.getData("text/plain");
    if (!/[\t\n]/.test(text.trim())) return; // one cell: as anywhere else
    e.preventDefault();
    const rows = withoutHeaders(pasted(text), kind.columns, column).map((line) => [
      ...Array<string>(column).fill(""),
      ...line,
    ]);
    if (saved && rows.length === 1) {
      const line = rows[0] ?? [];
      const over = kind.columns.slice(column, line.length).map((c, i) => [c.key, line[column + i] ?? ""]);
      setDraft({ ...draft, ...Object.fromEntries(over) });
      return;
    }
    add.mutate(
      { kind: kind.kind, rows },
      {
        onSuccess: (more) =>
          say(`${more.length} put into the box.`, () => {
            for (const m of more) remove.mutate(m.id);
          }),
        // Which row and cell it is: what was pasted is on the clipboard still.
        onError: (e) => failed(e instanceof Failure ? new Error(told(e)) : e),
      },
    );
  };
  const oneGone = () => {
    if (!saved) return;
    spend.mutate(saved.id, {
      onSuccess: (kept) =>
        say(
          kind.kind === "line" ? `Less of “${saved.name}”, after a knot.` : `One of “${saved.name}” is gone.`,
          () => change.mutate({ of: kept, cells: before([kind.kind === "line" ? "left" : "count"]) }),
        ),
      onError: failed,
    });
  };
  const takeOut = () => {
    if (!saved) return;
    remove.mutate(saved.id, {
      onSuccess: () => say(`“${saved.name}” is out of the box.`, () => restore.mutate(saved.id)),
      onError: failed,
    });
  };

  return (
    <>
      <TableRow
        ref={(element) => {
          row.current = element;
          measure?.(element);
        }}
        onBlur={leave}
        onFocus={() => onHold?.(at)}
        data-index={at}
        aria-rowindex={at === undefined ? undefined : at + 2}
        data-new={saved ? undefined : ""}
        data-changed={typed.length > 0 || undefined}
        data-id={saved?.id}
        data-version={saved?.version}
      >
        {kind.columns.map((c, i) => (
          <TableCell key={c.key} data-label={c.label}>
            <input
              value={cells[c.key] ?? ""}
              list={c.type === "choice" ? `list-${kind.kind}-${c.key}` : undefined}
              placeholder={saved ? c.zero : c.type === "choice" ? c.options[0] : c.zero || c.label}
              aria-label={`${c.label}, ${saved ? saved.name : "new"}`}
              aria-invalid={!!wrong[c.key]}
              autoComplete="off"
              spellCheck={false}
              onChange={(e) => {
                begun.current ??= saved;
                setDraft({ ...draft, [c.key]: e.target.value });
              }}
              onPaste={paste(i)}
              onKeyDown={(e) => {
                if (e.key === "Enter") keep();
                if (e.key === "Escape") settle();
              }}
            />
            {c.type === "choice" && !saved && (
              <datalist id={`list-${kind.kind}-${c.key}`}>
                {c.options.map((o) => (
                  <option key={o} value={o} />
                ))}
              </datalist>
            )}
          </TableCell>
        ))}
        <TableCell>
          {saved && kind.kind !== "rod" && (
            <ButtonBase
              sx={act}
              title={kind.kind === "line" ? "Retied: a knot's worth less" : "One gone, lost or packed"}
              aria-label={kind.kind === "line" ? `Retied ${saved.name}` : `One gone of ${saved.name}`}
              onClick={oneGone}
            >
              −
            </ButtonBase>
          )}
          {saved && (
            <ButtonBase
              sx={act}
              title="Take it out of the box"
              aria-label={`Delete ${saved.name}`}
              onClick={takeOut}
            >
              ×
            </ButtonBase>
          )}
        </TableCell>
      </TableRow>
      {messages.length > 0 && (
        <TableRow className="grid-wrong" sx={{ "& td": { padding: "4px 6px", color: "error.main" } }}>
          <TableCell colSpan={kind.columns.length + 1}>
            <span role="alert">{messages.join(" ")}</span>
          </TableCell>
        </TableRow>
      )}
    </>
  );
}

/** Arrow keys go up and down the rows, and sideways at the ends of a text. */
function move(e: KeyboardEvent<HTMLTableElement>) {
  const input = e.target;
  if (!(input instanceof HTMLInputElement)) return;
  const cell = input.closest("td");
  const row = cell?.closest("tr");
  if (!cell || !row) return;
  const at = [...row.cells].indexOf(cell);
  const rows = [
    ...e.currentTarget.querySelectorAll<HTMLTableRowElement>("tbody tr:not(.grid-wrong, .grid-gap)"),
  ];
  const to = (line: HTMLTableRowElement | undefined, column: number) => {
    const next = line?.cells[column]?.querySelector("input");
    if (!next) return;
    e.preventDefault();
    next.focus();
    next.select();
  };
  const here = rows.indexOf(row);
  const whole = input.selectionStart === 0 && input.selectionEnd === input.value.length;
  if (e.key === "ArrowDown" || e.key === "Enter") to(rows[here + 1], at);
  if (e.key === "ArrowUp") to(rows[here - 1], at);
  if (e.key === "ArrowLeft" && (whole || input.selectionEnd === 0)) to(row, at - 1);
  if (e.key === "ArrowRight" && (whole || input.selectionStart === input.value.length)) to(row, at + 1);
}

/** What is wrong with pasted rows, each with its row: the first of it. */
function told(failure: Failure): string {
  const all = Object.entries(failure.fields).map(([field, message]) => {
    const row = Number(field.split(".")[1]);
    return message.startsWith("Row ") || Number.isNaN(row) ? message : `Row ${row + 1}: ${message}`;
  });
  if (all.length === 0) return failure.message;
  return `None of the rows is kept. ${all.slice(0, 3).join(" ")}${all.length > 3 ? ` And ${all.length - 3} more.` : ""}`;
}

/** What is done with a thing at the end of its row. */
const act = {
  width: 32,
  height: 32,
  fontSize: "1.125rem",
  [looks.thumb]: { width: 48, height: 48 },
} as const;
