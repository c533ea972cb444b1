import { QueryClient, QueryClientProvider } from "@tanstack/react-query";
import { setNonce } from "get-nonce";
import { StrictMode } from "react";
import { createRoot } from "react-dom/client";
import { createBrowserRouter } from "react-router";
import { RouterProvider } from "react-router/dom";
import { ApiError } from "./api/problem";
import { routes } from "./app";
import { OutboxRoot } from "./outbox/use-outbox";
import { applyTheme, theme } from "./shell/theme";
import "./styles.css";

applyTheme(theme.read());

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

const router = createBrowserRouter(routes(client));

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
