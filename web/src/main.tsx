import { QueryClient, QueryClientProvider } from "@tanstack/react-query";
import { StrictMode } from "react";
import { createRoot } from "react-dom/client";
import { BrowserRouter, Navigate, Route, Routes } from "react-router";
import { Toaster } from "sonner";
import { Refused } from "./api/client";
import { Shell } from "./app/Shell";
import { applyLight } from "./lib/light";
import { PropertyList } from "./app/properties/PropertyList";
import { SumsPage } from "./app/sums/SumsPage";
import "./styles.css";

applyLight();

const queries = new QueryClient({
  defaultOptions: {
    queries: {
      // A refusal will be the same the next time; a lost connection may not.
      retry: (count, error) => !(error instanceof Refused) && count < 2,
      // Another window's change is not slipped under an open sheet: whoever edits second is told so.
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
      <Toaster
        position="bottom-center"
        toastOptions={{ unstyled: true, className: "menu px-4 py-3 max-w-[420px]" }}
      />
    </QueryClientProvider>
  </StrictMode>,
);
