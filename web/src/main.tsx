import createCache from "@emotion/cache";
import { CacheProvider } from "@emotion/react";
import { QueryClient, QueryClientProvider } from "@tanstack/react-query";
import { StrictMode } from "react";
import { createRoot } from "react-dom/client";
import { BrowserRouter } from "react-router";
import "@fontsource-variable/atkinson-hyperlegible-next";
import "./picture.css";
import { Failure } from "./api/client";
import { App } from "./shell/App";
import { fetchAhead } from "./shell/Elsewhere";

const nonce = document.querySelector<HTMLMetaElement>('meta[name="style-nonce"]')?.content;
const styles = createCache({ key: "d", nonce, prepend: true });

const queries = new QueryClient({
  defaultOptions: {
    // A device that is told it is without a network still has what is on it: it is asked, and answers.
    mutations: { networkMode: "always" },
    queries: {
      networkMode: "always",
      refetchOnWindowFocus: false,
      // What the server refuses it will refuse again; only silence is worth another try.
      retry: (count, error) => count < 2 && error instanceof Failure && error.problem.status === 0,
    },
  },
});

void fetchAhead(window.location.pathname).catch(() => {}); // it is asked for again where it is drawn

const root = document.getElementById("root");
if (root) {
  createRoot(root).render(
    <StrictMode>
      <CacheProvider value={styles}>
        <QueryClientProvider client={queries}>
          <BrowserRouter>
            <App />
          </BrowserRouter>
        </QueryClientProvider>
      </CacheProvider>
    </StrictMode>,
  );
}
