import { QueryClient, QueryClientProvider } from "@tanstack/react-query";
import { StrictMode } from "react";
import { createRoot } from "react-dom/client";
import { BrowserRouter, Navigate, Route, Routes } from "react-router";
import { Refused } from "./api/client";
import { applyLight } from "./lib/light";
import { fetched } from "./ui/fetched";
import { Toasts } from "./ui/Toasts";
import "./styles.css";

applyLight();

const PropertyList = fetched(async () => (await import("./app/properties/PropertyList")).PropertyList);
const Shell = fetched(async () => (await import("./app/Shell")).Shell);
const SumsPage = fetched(async () => (await import("./app/sums/SumsPage")).SumsPage);

const queries = new QueryClient({
  defaultOptions: {
    queries: {
      // A refusal will be the same the next time; a lost connection may not.
      retry: (count, error) => !(error instanceof Refused) && count < 2,
      // Another window's change is not slipped under an open sheet: whoever edits second is asked what to do.
      refetchOnWindowFocus: false,
      networkMode: "always",
    },
  },
});

createRoot(document.getElementById("root")!).render(
  <StrictMode>
    <QueryClientProvider client={queries}>
      <BrowserRouter>
        <Routes>
          <Route path="/" element={<PropertyList />} />
          <Route path="/p/:id" element={<Navigate to="cistern" replace />} />
          <Route path="/p/:id/:stage" element={<Shell />} />
          <Route path="/sums" element={<SumsPage />} />
          <Route path="*" element={<Navigate to="/" replace />} />
        </Routes>
      </BrowserRouter>
      <Toasts />
    </QueryClientProvider>
  </StrictMode>,
);
