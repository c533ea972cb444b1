import { QueryCache, QueryClient, QueryClientProvider } from "@tanstack/react-query";
import { setNonce } from "get-nonce";
import { StrictMode } from "react";
import { createRoot } from "react-dom/client";
import { createBrowserRouter } from "react-router";
import { RouterProvider } from "react-router/dom";
import { ApiError } from "./api/problem";
import { queries } from "./api/queries";
import { routes } from "./app";
import { OutboxRoot } from "./outbox/use-outbox";
import { applyTheme, theme } from "./shell/theme";
import "./styles.css";

applyTheme(theme.read());

// The scroll lock under a dialog writes a style tag of its own: the page's policy asks for this word on it.
setNonce(document.querySelector<HTMLMetaElement>("meta[name=style-nonce]")?.content ?? "");

// Who is signed out in the middle is asked to sign in again.
const signedOut = (error: Error) => {
  if (error instanceof ApiError && error.status === 401) void client.invalidateQueries(queries.account());
};

const client: QueryClient = new QueryClient({
  queryCache: new QueryCache({ onError: signedOut }),
  defaultOptions: {
    queries: {
      // Without a signal what was kept is still asked for (api/kept-answers.ts).
      networkMode: "offlineFirst",
      retry: (count, error) => error instanceof ApiError && error.passing && count < (error.status === 0 ? 2 : 4),
      retryDelay: (count, error) =>
        Math.max(
          (error instanceof ApiError ? (error.problem.wait ?? 0) : 0) * 1000,
          Math.min(1000 * 2 ** count, 30_000),
        ),
      staleTime: 5_000,
    },
  },
});

const router = createBrowserRouter(routes(client));

// A tablet keeps the page itself, so that it opens without a signal (only over https, or on this machine).
if (import.meta.env.PROD && "serviceWorker" in navigator)
  navigator.serviceWorker.register("/sw.js").catch(() => undefined);

const root = document.getElementById("root");
if (!root) throw new Error("the page has no root element");
createRoot(root).render(
  <StrictMode>
    <QueryClientProvider client={client}>
      <OutboxRoot>
        <RouterProvider router={router} />
      </OutboxRoot>
    </QueryClientProvider>
  </StrictMode>,
);
