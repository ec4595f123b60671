import { Tab, Tabs } from "@mui/material";
import { Link, useNavigate } from "react-router";
import type { Guide } from "../../api/client";
import { Meaning } from "../../parts/TermPopover";
import { useGuide } from "../../parts/useGuide";
import { View } from "../../parts/View";
import { useAddressText } from "../../setup/useSetup";
import { Page } from "./Page";
import "./guide.css";

/** How the job is done: a page for each way of working a bait and each rig, and its words. */
export default function GuideView() {
  const { data, error, refetch } = useGuide();
  const [key] = useAddressText("page");
  const [words] = useAddressText("words");
  const page = data?.pages.find((p) => p.key === key) ?? data?.pages[0];
  const tab = words !== undefined ? "words" : page?.rig ? "rigs" : "ways";
  return (
    <View title={tab === "words" ? "Words" : (page?.name ?? "Guide")} className="page guide">
      <h1>{tab === "words" ? "Words of the job" : (page?.name ?? "Guide")}</h1>
      {error && (
        <p role="alert">
          {error.message}{" "}
          <button type="button" className="link" onClick={() => refetch()}>
            Try again
          </button>
        </p>
      )}
      {!error && !data && <p aria-busy="true">Opening…</p>}
      {data && page && (
        <>
          <Shelves guide={data} tab={tab} page={page.key} />
          {key !== undefined && page.key !== key && words === undefined && (
            <p role="status">There is no page “{key}”; this is the first.</p>
          )}
          {tab === "words" ? <Words guide={data} at={words} /> : <Page key={page.key} page={page} />}
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
  };
  return (
    <>
      <Tabs value={tab} onChange={(_, v: string) => navigate(to[v] ?? "/guide")} aria-label="What to read">
        <Tab value="ways" label="Ways to fish it" />
        <Tab value="rigs" label="Rigs" />
        <Tab value="words" label="Words" />
      </Tabs>
      {tab !== "words" && (
        <nav className="guide-pages" aria-label={tab === "rigs" ? "Rigs" : "Ways to fish it"}>
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
        </nav>
      )}
    </>
  );
}

function Words({ guide, at }: { guide: Guide; at: string | undefined }) {
  return (
    <dl className="guide-words">
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
    </dl>
  );
}
