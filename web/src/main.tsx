import { QueryClient, QueryClientProvider } from "@tanstack/react-query";
import { StrictMode } from "react";
import { createRoot } from "react-dom/client";
import { Redirect, Route, Switch } from "wouter";
import { Refused } from "./api/client";
import { keepAnswers } from "./api/keptAnswers";
import { useSaid } from "./api/said";
import { followLight } from "./lib/light";
import { registerServiceWorker } from "./lib/serviceWorker";
import { fetched } from "./ui/fetched";
import { Toasts } from "./ui/Toasts";
import "./styles.css";

followLight();

const PropertyList = fetched(async () => (await import("./app/properties/PropertyList")).PropertyList);
const Shell = fetched(async () => (await import("./app/Shell")).Shell);
const OwnerPage = fetched(async () => (await import("./app/people/OwnerPage")).OwnerPage);
const SignInPage = fetched(async () => (await import("./app/people/SignInPage")).SignInPage);
const Updated = fetched(async () => (await import("./app/Updated")).Updated);
const NowhereElse = fetched(async () => (await import("./app/NowhereElse")).NowhereElse);
const AlternativesPage = fetched(async () => (await import("./app/alternatives/AlternativesPage")).AlternativesPage);
const PapersPage = fetched(async () => (await import("./app/papers/PapersPage")).PapersPage);
const PricesPage = fetched(async () => (await import("./app/prices/PricesPage")).PricesPage);
const QuotesPage = fetched(async () => (await import("./app/quotes/QuotesPage")).QuotesPage);
const RoundPage = fetched(async () => (await import("./app/round/RoundPage")).RoundPage);
const ShelfPage = fetched(async () => (await import("./app/shelf/ShelfPage")).ShelfPage);
const SuppliesPage = fetched(async () => (await import("./app/supplies/SuppliesPage")).SuppliesPage);
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

keepAnswers(queries);
registerServiceWorker();

/** The pages; out of reach while somebody has to sign in over them, so that nothing typed in them is lost. */
function Pages() {
  const said = useSaid();
  return (
    <>
      <div className="contents" inert={said === "signed_out"}>
        <Switch>
          <Route path="/" component={PropertyList} />
          <Route path="/p/:id">{({ id }) => <Redirect to={`/p/${id}/cistern`} replace />}</Route>
          <Route path="/p/:id/alternatives" component={AlternativesPage} />
          <Route path="/p/:id/papers" component={PapersPage} />
          <Route path="/p/:id/quotes" component={QuotesPage} />
          <Route path="/p/:id/supplies" component={SuppliesPage} />
          <Route path="/p/:id/:stage" component={Shell} />
          <Route path="/prices" component={PricesPage} />
          <Route path="/round" component={RoundPage} />
          <Route path="/shelf" component={ShelfPage} />
          <Route path="/sums" component={SumsPage} />
          <Route path="/owner" component={OwnerPage} />
          <Route component={NowhereElse} />
        </Switch>
      </div>
      {said === "signed_out" && <SignInPage />}
      {said === "updated" && <Updated />}
    </>
  );
}

createRoot(document.getElementById("root")!).render(
  <StrictMode>
    <QueryClientProvider client={queries}>
      <Pages />
      <Toasts />
    </QueryClientProvider>
  </StrictMode>,
);
