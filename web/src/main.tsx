import { QueryClient, QueryClientProvider } from "@tanstack/react-query";
import { setNonce } from "get-nonce";
import { StrictMode } from "react";
import { createRoot } from "react-dom/client";
import { BrowserRouter } from "react-router";
import { ApiError } from "./api/client";
import { queries } from "./api/queries";
import { App } from "./app";
import { OutboxRoot } from "./outbox/use-outbox";
import { applyTheme, storedTheme } from "./shell/theme";
import "./styles.css";

applyTheme(storedTheme());

// The scroll lock under a dialog writes a style tag of its own: the page's policy asks for this word on it.
setNonce(document.querySelector<HTMLMetaElement>("meta[name=style-nonce]")?.content ?? "");

const client = new QueryClient({
  defaultOptions: {
    queries: {
      retry: (count, error) => error instanceof ApiError && error.passing && count < 4,
      staleTime: 5_000,
    },
  },
});

// What the page at hand will ask for is fetched while its code is still on the way.
void client.prefetchQuery(queries.catalogue());
const jobId = /^\/jobs\/([0-9a-f-]{36})$/.exec(window.location.pathname)?.[1];
if (jobId) void client.prefetchQuery(queries.job(jobId));

const root = document.getElementById("root");
if (!root) throw new Error("the page has no root element");
createRoot(root).render(
  <StrictMode>
    <QueryClientProvider client={client}>
      <OutboxRoot>
        <BrowserRouter>
          <App />
        </BrowserRouter>
      </OutboxRoot>
    </QueryClientProvider>
  </StrictMode>,
);
