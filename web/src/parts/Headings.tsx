import { TableCell, TableHead, TableRow } from "@mui/material";

/** What stands over the columns of a table; nothing over one whose rows say what they are. */
export function Headings({ of }: { of: string[] }) {
  return (
    <TableHead>
      <TableRow>
        {of.map((words) => (
          <TableCell key={words} component={words ? "th" : "td"} scope={words ? "col" : undefined}>
            {words}
          </TableCell>
        ))}
      </TableRow>
    </TableHead>
  );
}
