import "./styles.css";

import { QueryClient, QueryClientProvider, useQuery } from "@tanstack/react-query";
import { setNonce } from "get-nonce";
import { StrictMode, Suspense, useEffect, type ReactNode } from "react";
import { createRoot } from "react-dom/client";
import { BrowserRouter, Navigate, Route, Routes } from "react-router";

import { client, ServerError, take, type Me } from "./api/client";
import { askToStay } from "./lib/database";
import { Guarded } from "./lib/guarded";
import { later } from "./lib/later";
import { keepApplication } from "./lib/new-version";
import { SettingsProvider } from "./lib/settings";
import { postWhatWasLeft } from "./stores/before";
import { outbox, useOutbox } from "./stores/here";
import { followOutbox, forgetAnswers, keepAnswers, restoreAnswers } from "./stores/kept-answers";
import { Button } from "./ui/button";
import { Notice } from "./ui/facts";
import { Alarms } from "./views/alarms/alarms";
import { Bench } from "./views/bench/bench";
import { BenchSkeleton } from "./views/bench/skeleton";
import { Door } from "./views/door/door";
import { bakesQuery, meQuery, notShown } from "./views/queries";
import { offerNewVersion } from "./views/newer-version";
import { Shell } from "./views/shell";

// What a cook meets first comes at once; the rest when it is opened, kept in the browser by then.
const hands = () => import("./views/hands/hands");
const Hands = later(async () => (await hands()).Hands);
const FirstUse = later(async () => (await import("./views/first/first-use")).FirstUse);
const KitchenView = later(async () => (await import("./views/kitchen/kitchen")).KitchenView);
const DayView = later(async () => (await import("./views/day/day")).DayView);
const BatchPage = later(async () => (await import("./views/notebook/batch-page")).BatchPage);
const Notebook = later(async () => (await import("./views/notebook/notebook")).Notebook);
const Reading = later(async () => (await import("./views/reading/reading")).Reading);
const Trainer = later(async () => (await import("./views/trainer/trainer")).Trainer);
/** What a page is opened for, by its path; the first that fits. */
const OPENED_FOR: [RegExp, { ready: () => Promise<void> }][] = [
  [/^\/hands\//, Hands],
  [/^\/day/, DayView],
  [/^\/notebook\/eye/, Trainer],
  [/^\/notebook\/./, BatchPage],
  [/^\/notebook/, Notebook],
  [/^\/kitchen/, KitchenView],
  [/^\/read/, Reading],
];

// A dialog keeps the page still by a style it makes itself: this page's own policy lets it by this word.
const nonce = document.querySelector<HTMLMetaElement>("meta[name=style-nonce]")?.content;
if (nonce) setNonce(nonce);

const queries = new QueryClient({
  defaultOptions: {
    queries: {
      retry: (count, error) =>
        count < 2 && !(error instanceof ServerError && error.status >= 400 && error.status < 500),
      staleTime: 5_000,
      // Kept through a bake without the server; asked even where the browser believes itself offline.
      gcTime: 86_400_000,
      networkMode: "always",
    },
    mutations: { networkMode: "always" },
  },
});

/** Opens the demo household where that is offered; otherwise shows the door. */
function Guard({ children }: { children: ReactNode }) {
  const me = useQuery(meQuery);
  const closed = me.data !== undefined && me.data.user === null;
  const demo = useQuery({
    queryKey: ["open-demo"],
    enabled: closed && me.data.demo_open,
    queryFn: async () => {
      const opened = await take(client.POST("/api/session/demo"));
      queries.setQueryData(meQuery.queryKey, opened);
      return opened;
    },
  });
  const user = me.data?.user ?? null;
  useOwner(user);
  const ready = useOutbox((state) => state.owner === user);
  const wrong = notShown(me) ?? (me.data?.user ? null : notShown(demo));
  if (wrong)
    return (
      <Notice title="The kitchen cannot be reached" text={wrong}>
        <Button onClick={() => void queries.invalidateQueries()}>Try again</Button>
      </Notice>
    );
  if (closed && !me.data.demo_open) return <Door />;
  if (!user || !ready) return <Notice title="Opening the kitchen…" />;
  return (
    <>
      <Alarms />
      {children}
    </>
  );
}

/** What waits here is read and sent for whoever is signed in; what an earlier version left unsent, once. */
function useOwner(user: string | null) {
  useEffect(() => {
    if (!user) return;
    // Somebody else was signed in here before: what the server told them is not for this one.
    const { owner } = outbox.read();
    const cleared = owner !== null && owner !== user ? forgetAnswers(queries) : Promise.resolve();
    void cleared.then(() => outbox.open(user)).then(() => postWhatWasLeft(outbox));
  }, [user]);
}

/** The first thing to see is the bake that comes next; where there is none yet, how to begin. */
function Next() {
  const bakes = useQuery(bakesQuery);
  const first = bakes.data?.[0];
  const wrong = notShown(bakes);
  if (wrong)
    return (
      <Notice title="The bakes cannot be fetched" text={wrong}>
        <Button onClick={() => void bakes.refetch()}>Try again</Button>
      </Notice>
    );
  if (first) return <Navigate to={`/bench/${first.id}`} replace />;
  if (!bakes.data) return <BenchSkeleton what="Opening the bench…" />;
  return <FirstUse.View />;
}

const STILL_KEPT = "Its marks are kept and its plan stands on the Bench; load the page again to come back.";

function Views() {
  return (
    <Routes>
      <Route
        path="/hands/:id"
        element={
          <Guard>
            <Guarded what="This batch" note={STILL_KEPT} retryWith={[]}>
              <Suspense fallback={<Notice title="Opening the batch…" />}>
                <Hands.View />
              </Suspense>
            </Guarded>
          </Guard>
        }
      />
      <Route
        element={
          <Guard>
            <Shell />
          </Guard>
        }
      >
        <Route path="/" element={<Next />} />
        <Route path="/bench" element={<Next />} />
        <Route path="/bench/:id" element={<Bench />} />
        <Route path="/read" element={<Reading.View />} />
        <Route path="/day" element={<DayView.View />} />
        <Route path="/day/:id" element={<DayView.View />} />
        <Route path="/notebook" element={<Notebook.View />} />
        <Route path="/notebook/eye" element={<Trainer.View />} />
        <Route path="/kitchen" element={<KitchenView.View />} />
        <Route path="/notebook/:id" element={<BatchPage.View />} />
        <Route
          path="*"
          element={<Notice title="There is nothing at this address" text="The ways at the top lead back." />}
        />
      </Route>
    </Routes>
  );
}

keepApplication(offerNewVersion);
keepAnswers(queries);
followOutbox(queries, outbox);
void askToStay();

const draw = () =>
  // What React put right by itself is no fault of the page.
  createRoot(document.getElementById("root") as HTMLElement, { onRecoverableError: console.warn }).render(
    <StrictMode>
      <QueryClientProvider client={queries}>
        <SettingsProvider>
          <BrowserRouter>
            <Views />
          </BrowserRouter>
        </SettingsProvider>
      </QueryClientProvider>
    </StrictMode>,
  );

/** What was answered before is in sight first, and what waits is known, before anything is drawn. */
async function open() {
  const view = OPENED_FOR.find(([path]) => path.test(location.pathname))?.[1];
  await Promise.all([restoreAnswers(queries, location.pathname), view?.ready()]);
  const user = queries.getQueryData<Me>(meQuery.queryKey)?.user;
  if (user) await outbox.open(user);
}
void open().then(draw, draw);
/**
 * Fetch Hands while the server is there, for when it is not: once a plan is in sight, or ten seconds have passed, so
 * that it never competes with the first view.
 */
function fetchHands(tries = 40) {
  const ready = tries === 0 || document.querySelector("[data-worked]") !== null;
  if (ready) setTimeout(() => void hands().catch(() => undefined), 700);
  else setTimeout(() => fetchHands(tries - 1), 250);
}
addEventListener("load", () => fetchHands());
