import { QueryClient, QueryClientProvider } from "@tanstack/react-query";
import { setNonce } from "get-nonce";
import { StrictMode } from "react";
import { createRoot } from "react-dom/client";
import { BrowserRouter } from "react-router";
import { ApiError } from "./api/client";
import { App } from "./app";
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

const root = document.getElementById("root");
if (!root) throw new Error("the page has no root element");
createRoot(root).render(
  <StrictMode>
    <QueryClientProvider client={client}>
      <BrowserRouter>
        <App />
      </BrowserRouter>
    </QueryClientProvider>
  </StrictMode>,
);
