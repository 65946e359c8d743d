import "./styles.css";

import { QueryClient, QueryClientProvider } from "@tanstack/react-query";
import { StrictMode } from "react";
import { createRoot } from "react-dom/client";
import { BrowserRouter } from "react-router";

import { Refused } from "./api/client";
import { App } from "./App";

const client = new QueryClient({
  defaultOptions: {
    // the server is this machine or the shop's: it answers whether or not there is an internet
    mutations: { networkMode: "always" },
    queries: {
      networkMode: "always",
      refetchOnWindowFocus: false,
      retry: (count, error) => !(error instanceof Refused) && count < 3,
    },
  },
});

// Make opens again in a shop without a connection
if (import.meta.env.PROD && "serviceWorker" in navigator) void navigator.serviceWorker.register("/sw.js");

const root = document.getElementById("root");
if (root) {
  createRoot(root).render(
    <StrictMode>
      <QueryClientProvider client={client}>
        <BrowserRouter>
          <App />
        </BrowserRouter>
      </QueryClientProvider>
    </StrictMode>,
  );
}
