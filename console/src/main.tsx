import { QueryClient, QueryClientProvider } from "@tanstack/react-query";
import { setNonce } from "get-nonce";
import { StrictMode } from "react";
import { createRoot } from "react-dom/client";
import { BrowserRouter } from "react-router";
import { base, Problem } from "./api/client";
import { Console } from "./Console";
import { KeyProvider } from "./keys";
import { applyTheme } from "./theme";
import "./style/console.css";

applyTheme();

// The content policy lets in only styles that carry the word which the service gave this document.
setNonce(document.querySelector<HTMLMetaElement>("meta[name=lectomen-nonce]")?.content ?? "");

const queries = new QueryClient({
  defaultOptions: {
    // The service may be on this machine, or on a network that the browser does not count as one.
    mutations: { networkMode: "always" },
    queries: {
      networkMode: "always",
      retry: (failures, problem) => problem instanceof Problem && problem.status === 0 && failures < 100,
      retryDelay: 2_000,
      refetchOnWindowFocus: false,
    },
  },
});

const place = document.getElementById("console");
if (place !== null) {
  createRoot(place).render(
    <StrictMode>
      <QueryClientProvider client={queries}>
        <BrowserRouter basename={base.pathname.replace(/\/$/, "")}>
          <KeyProvider>
            <Console />
          </KeyProvider>
        </BrowserRouter>
      </QueryClientProvider>
    </StrictMode>,
  );
}
