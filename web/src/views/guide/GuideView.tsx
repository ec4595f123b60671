import { Box, Button, Tab, Tabs } from "@mui/material";
import { Link, useNavigate } from "react-router";
import type { Guide } from "../../api/client";
import { useCautions } from "../../parts/Care";
import * as looks from "../../parts/looks";
import { Meaning } from "../../parts/TermPopover";
import { useGuide } from "../../parts/useGuide";
import { View } from "../../parts/View";
import { useAddressText, useSetup } from "../../setup/useSetup";
import { Page } from "./Page";
import { Trust } from "./Trust";

/** How the job is done: a page for each way of working a bait and each rig, and its words. */
export default function GuideView() {
  const { data, error, refetch } = useGuide();
  const [key] = useAddressText("page");
  const [words] = useAddressText("words");
  const [care] = useAddressText("care");
  const page = data?.pages.find((p) => p.key === key) ?? data?.pages[0];
  const shelf = page?.rig ? "rigs" : "ways";
  const [trust] = useAddressText("trust");
  const tab =
    trust !== undefined ? "trust" : care !== undefined ? "care" : words !== undefined ? "words" : shelf;
  const titles: Record<string, string> = {
    trust: "How far to trust it",
    care: "Care",
    words: "Words of the job",
  };
  const title = titles[tab] ?? page?.name ?? "Guide";
  return (
    <View title={title} className="page" sx={[looks.page, { maxWidth: "1180px" }]}>
      <h1>{title}</h1>
      {error && (
        <p role="alert">
          {error.message}{" "}
          <Button variant="link" onClick={() => refetch()}>
            Try again
          </Button>
        </p>
      )}
      {!error && !data && <p aria-busy="true">Opening…</p>}
      {data && page && (
        <>
          <Shelves guide={data} tab={tab} page={page.key} />
          {key !== undefined && page.key !== key && tab === shelf && (
            <p role="status">There is no page “{key}”; this is the first.</p>
          )}
          {tab === "words" && <Words guide={data} at={words} />}
          {tab === "trust" && <Trust />}
          {tab === "care" && <Cautions />}
          {tab === shelf && <Page key={page.key} page={page} />}
        </>
      )}
    </View>
  );
}

/** What there is to read, in three shelves; the pages of the one that is open. */
function Shelves({ guide, tab, page }: { guide: Guide; tab: string; page: string }) {
  const navigate = useNavigate();
  const first = (rig: boolean) => guide.pages.find((p) => p.rig === rig)?.key ?? "";
  const to: Record<string, string> = {
    ways: `/guide?page=${first(false)}`,
    rigs: `/guide?page=${first(true)}`,
    words: "/guide?words=",
    care: "/guide?care=",
    trust: "/guide?trust=",
  };
  return (
    <>
      <Tabs
        value={tab}
        onChange={(_, v: string) => navigate(to[v] ?? "/guide")}
        aria-label="What to read"
        variant="scrollable"
      >
        <Tab value="ways" label="Ways to fish it" />
        <Tab value="rigs" label="Rigs" />
        <Tab value="words" label="Words" />
        <Tab value="care" label="Care" />
        <Tab value="trust" label="How far to trust it" />
      </Tabs>
      {(tab === "rigs" || tab === "ways") && (
        <Box
          component="nav"
          sx={{
            display: "flex",
            flexWrap: "wrap",
            gap: "4px 16px",
            padding: "8px 0",
            "& a": { minWidth: "48px", padding: "14px 0", color: "primary.main" },
            "& a[aria-current]": { color: "text.primary", fontWeight: 700, textDecoration: "none" },
          }}
          aria-label={tab === "rigs" ? "Rigs" : "Ways to fish it"}
        >
          {guide.pages
            .filter((p) => p.rig === (tab === "rigs"))
            .map((p) => (
              <Link
                key={p.key}
                to={`/guide?page=${p.key}`}
                aria-current={p.key === page ? "page" : undefined}
              >
                {p.name}
              </Link>
            ))}
        </Box>
      )}
    </>
  );
}

/** All there is to mind, each with what it is shown for, and what of it matters with what is set now. */
function Cautions() {
  const { setup } = useSetup();
  const { data, error } = useCautions(setup, 0, "");
  const now = new Set(data?.now.map((c) => c.key));
  return (
    <>
      <p>
        What could hurt somebody, and what is a rule of the place: shown where its condition is met, and put
        away one by one until that changes. Local rules and licensed skippers know better than Dunvel, which
        is no help to navigate by.
      </p>
      {error && <p role="alert">{error.message}</p>}
      <Box component="dl" className="guide-words" sx={guideWordsLook}>
        {data?.all.map((c) => (
          <div key={c.key} data-at={now.has(c.key) || undefined}>
            <dt>{c.when}</dt>
            <dd>
              {c.words}
              {c.rule && <small> A rule of the place.</small>}
            </dd>
          </div>
        ))}
      </Box>
    </>
  );
}

function Words({ guide, at }: { guide: Guide; at: string | undefined }) {
  return (
    <Box component="dl" className="guide-words" sx={guideWordsLook}>
      {guide.terms.map((t) => (
        <div
          key={t.key}
          data-at={t.key === at || undefined}
          ref={t.key === at ? (e) => e?.scrollIntoView({ block: "center" }) : undefined}
        >
          <dt>
            <Link to={`/guide?words=${t.key}`}>{t.name}</Link>
          </dt>
          <dd>
            <Meaning term={t} />
          </dd>
        </div>
      ))}
    </Box>
  );
}

const guideWordsLook = {
  "& > div": { padding: "12px 0", borderTop: looks.rule },
  "& > div[data-at]": { borderLeft: "4px solid var(--palette-primary-main)", paddingLeft: "12px" },
  "& dt": { fontWeight: 700 },
  "& dd": { margin: 0, maxWidth: "72ch" },
} as const;
