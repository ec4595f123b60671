import { Box } from "@mui/material";
import { Link } from "react-router";
import type { Guide } from "../../api/client";
import { useDefinitions } from "../../parts/definitions";
import { toAddress } from "../../setup/useSetup";
import { Played } from "./Played";

type GuidePage = Guide["pages"][number];

/** One way of working a bait, or one rig: played right and wrong, and told hand by hand. */
export function Page({ page }: { page: GuidePage }) {
  const { defaults } = useDefinitions();
  const at = new URLSearchParams(toAddress(defaults, page.setup));
  const played = new URLSearchParams({
    ...toAddress(defaults, page.setup),
    head: String(Number((page.mass * 1000).toPrecision(8))),
    do: JSON.stringify(page.right),
  });
  return (
    <article>
      <Box component="p" className="guide-says" sx={{ fontSize: "1.125rem" }}>
        {page.says}
      </Box>
      <Played page={page} />
      <Box
        sx={{
          display: "grid",
          gridTemplateColumns: "repeat(auto-fit, minmax(min(100%, 260px), 1fr))",
          gap: "0 32px",
          "& li + li": { marginTop: "4px" },
        }}
      >
        <section>
          <h2>Hand by hand</h2>
          <ol>{items(page.how)}</ol>
        </section>
        <section>
          <h2>Before the first cast</h2>
          <ul>{items(page.check)}</ul>
        </section>
        <section>
          <h2>A take</h2>
          <p>{page.take}</p>
          <h3>When to strike: two schools</h3>
          <ul>{items(page.strike)}</ul>
        </section>
        <section>
          <h2>When to change</h2>
          <p>{page.change}</p>
          <p>
            <Link to={`/fall?${played}`}>Play it in Fall</Link> ·{" "}
            <Link to={`/?${at}`}>Work out this water</Link>
          </p>
        </section>
      </Box>
    </article>
  );
}

const items = (all: string[]) => all.map((s) => <li key={s}>{s}</li>);
