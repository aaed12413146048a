import "./styles.css";

import { QueryClient, QueryClientProvider, useQuery } from "@tanstack/react-query";
import { setNonce } from "get-nonce";
import { StrictMode, type ReactNode } from "react";
import { createRoot } from "react-dom/client";
import { createBrowserRouter, Navigate, RouterProvider, useNavigate } from "react-router";

import { client, ServerError, take } from "./api/client";
import { Guarded } from "./lib/guarded";
import { SettingsProvider } from "./lib/settings";
import { Button } from "./ui/button";
import { Notice } from "./ui/facts";
import { Bench } from "./views/bench/bench";
import { Door } from "./views/door/door";
import { Hands } from "./views/hands/hands";
import { KitchenView } from "./views/kitchen/kitchen";
import { BatchPage } from "./views/notebook/batch-page";
import { Notebook } from "./views/notebook/notebook";
import { firstBake } from "./views/first-bake";
import { bakesQuery, meQuery } from "./views/queries";
import { Reading } from "./views/reading/reading";
import { Shell } from "./views/shell";
import { Trainer } from "./views/trainer/trainer";

// A dialog keeps the page still by a style it makes itself: this page's own policy lets it by this word.
const nonce = document.querySelector<HTMLMetaElement>("meta[name=style-nonce]")?.content;
if (nonce) setNonce(nonce);

const queries = new QueryClient({
  defaultOptions: {
    queries: {
      retry: (count, error) =>
        count < 2 && !(error instanceof ServerError && error.status >= 400 && error.status < 500),
      staleTime: 5_000,
    },
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
  const failed = me.error ?? demo.error;
  if (failed)
    return (
      <Notice title="The kitchen cannot be reached" text={failed.message}>
        <Button onClick={() => void queries.invalidateQueries()}>Try again</Button>
      </Notice>
    );
  if (closed && !me.data.demo_open) return <Door />;
  if (!me.data?.user) return <Notice title="Opening the kitchen…" />;
  return children;
}

/** The first thing to see is the bake that comes next. */
function Next() {
  const navigate = useNavigate();
  const bakes = useQuery(bakesQuery);
  const first = bakes.data?.[0];
  if (first) return <Navigate to={`/bench/${first.id}`} replace />;
  if (!bakes.data) return <Notice title="Opening the bench…" />;
  const begin = async () => {
    await take(client.POST("/api/bakes", { body: { document: firstBake } }));
    await queries.invalidateQueries({ queryKey: bakesQuery.queryKey });
  };
  return (
    <Notice
      title="No bake on the bench yet"
      text="Begin with an example and change it word by word; its amounts, times and drawings follow."
    >
      <Button look="solid" onClick={() => void begin()}>
        Begin with an example
      </Button>
      <Button onClick={() => void navigate("/read")}>Read a recipe of mine</Button>
    </Notice>
  );
}

const STILL_KEPT = "Its marks are kept and its plan stands on the Bench; load the page again to come back.";

const router = createBrowserRouter([
  {
    path: "/hands/:id",
    element: (
      <Guard>
        <Guarded what="This batch" note={STILL_KEPT} retryWith={[]}>
          <Hands />
        </Guarded>
      </Guard>
    ),
  },
  {
    element: (
      <Guard>
        <Shell />
      </Guard>
    ),
    children: [
      { path: "/", element: <Next /> },
      { path: "/bench", element: <Next /> },
      { path: "/bench/:id", element: <Bench /> },
      { path: "/read", element: <Reading /> },
      { path: "/notebook", element: <Notebook /> },
      { path: "/notebook/eye", element: <Trainer /> },
      { path: "/kitchen", element: <KitchenView /> },
      { path: "/notebook/:id", element: <BatchPage /> },
      { path: "*", element: <Notice title="There is nothing at this address" text="The ways at the top lead back." /> },
    ],
  },
]);

createRoot(document.getElementById("root") as HTMLElement).render(
  <StrictMode>
    <QueryClientProvider client={queries}>
      <SettingsProvider>
        <RouterProvider router={router} />
      </SettingsProvider>
    </QueryClientProvider>
  </StrictMode>,
);
