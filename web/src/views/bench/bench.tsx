import { useQuery, useQueryClient } from "@tanstack/react-query";
import { lazy, Suspense, useCallback, useEffect, useLayoutEffect, useRef, useState, useSyncExternalStore } from "react";
import { useNavigate, useParams, useSearchParams } from "react-router";

import { client, take, type Answer, type BakeOut, type Doubt, type Kitchen, type Option } from "../../api/client";
import { useClosingsKnown } from "../../api/closings";
import type { FigureKey } from "../../lib/asking";
import { clockNow, nowIso } from "../../lib/clock";
import { setAt } from "../../lib/path";
import type { Question } from "../../parts/options";
import { AskAnyFigure } from "../../parts/where-from";
import { LineNotice } from "../../parts/sign-in";
import type { By } from "../../parts/solve";
import { usePhone } from "../../lib/use-narrow";
import { useNow } from "../../lib/use-now";
import { Button, Small } from "../../ui/button";
import { Notice } from "../../ui/facts";
import { useBegunHere } from "../begun-here";
import { bakeQuery, batchQuery, kitchensQuery, notShown, pantryQuery, sheetKey, spotsQuery } from "../queries";
import { DraftStore, type KeptSheet } from "../../stores/draft";
import { outbox, WAITS } from "../../stores/here";
import { putAndKeep } from "../../stores/kept-answers";
import { draftServer } from "../../stores/draft-server";
import { Folded } from "./folded";
import { Hold } from "./hold";
import { OnTheDay } from "./on-the-day";
import { RailAndTrays } from "./rail-and-trays";
import { NowOrThen, startsLater } from "./now-or-then";
import { BenchSkeleton } from "./skeleton";
import { BakeLinks, SaveState } from "./save-state";
import { Sentence } from "./sentence";
import { WHY } from "./doubts";
import { isTray, TRAYS, type TrayKey } from "./tray-list";
import { Guarded } from "../../lib/guarded";
import { useUnits } from "../../lib/settings";
import { isOpen } from "../../lib/use-opened";

// What only some cooks press: it need not be there before the plan is.
const KeysPanel = lazy(async () => ({ default: (await import("./keys")).KeysPanel }));
const Repair = lazy(async () => ({ default: (await import("./repair")).Repair }));
const Find = lazy(async () => ({ default: (await import("./find")).Find }));
const FilePanel = lazy(async () => ({ default: (await import("./file-panel")).FilePanel }));

export function Bench() {
  const params = useParams();
  const id = Number(params.id);
  const bake = useQuery({ ...bakeQuery(id), enabled: Number.isInteger(id) });
  const kitchens = useQuery(kitchensQuery);
  const closings = useClosingsKnown();
  const wrong = Number.isInteger(id) ? notShown(bake) : "This address names no bake.";
  if (wrong) {
    return (
      <Notice title="This bake cannot be opened" text={wrong}>
        <Button onClick={() => void bake.refetch()}>Try again</Button>
      </Notice>
    );
  }
  if (!bake.data || closings === "coming") return <BenchSkeleton what="Opening the bake…" />;
  return <OpenBake key={id} from={bake.data} kitchen={kitchens.data?.[0]} />;
}

interface Keys {
  open: (tray: TrayKey) => void;
  help: () => void;
  find: () => void;
  answer: () => void;
}

/** Undo and redo anywhere but in a field; numbers open trays; ? lists the keys. */
function useKeys(store: DraftStore, keys: Keys) {
  const { open, help, find, answer } = keys;
  // Enter answers the question in sight: kept up to date before the page is painted, not after.
  const answerNow = useRef(answer);
  useLayoutEffect(() => {
    answerNow.current = answer;
  }, [answer]);
  useEffect(() => {
    const onKey = (e: KeyboardEvent) => {
      const z = e.key.toLowerCase() === "z" && (e.ctrlKey || e.metaKey);
      const typing = e.target instanceof HTMLInputElement || e.target instanceof HTMLTextAreaElement;
      if (z) {
        e.preventDefault();
        if (e.target instanceof HTMLInputElement) e.target.blur();
        if (e.shiftKey) store.redo();
        else store.undo();
        return;
      }
      if (typing || e.ctrlKey || e.metaKey || e.altKey) return;
      const tray = TRAYS[Number(e.key) - 1];
      if (tray) open(tray.key);
      if (e.key === "?") help();
      if (e.key === "/") {
        e.preventDefault();
        find();
      }
      if (e.key === "Enter" && e.target === document.body) answerNow.current();
    };
    addEventListener("keydown", onKey);
    return () => removeEventListener("keydown", onKey);
  }, [store, open, help, find]);
}

/** Start once, as soon as it can be: it was asked for where the recipe was read. */
function useStartAsked(asked: boolean, start: () => void) {
  const done = useRef(false);
  const now = useRef(start);
  useLayoutEffect(() => {
    now.current = start;
  });
  useEffect(() => {
    if (!asked || done.current) return;
    done.current = true;
    now.current();
  }, [asked]);
}

function OpenBake({ from, kitchen }: { from: BakeOut; kitchen: Kitchen | undefined }) {
  const u = useUnits();
  const queries = useQueryClient();
  const [store] = useState(
    () => new DraftStore(from, draftServer, outbox, queries.getQueryData<KeptSheet>(sheetKey(from.id))),
  );
  const state = useSyncExternalStore(store.subscribe, store.read);
  const [search, setSearch] = useSearchParams();
  const [panel, setPanel] = useState<"keys" | "file" | "find" | null>(null);
  const pantry = useQuery(pantryQuery);
  const spots = useQuery(spotsQuery);
  const [starting, setStarting] = useState<string | null>(null);
  const [early, setEarly] = useState(false);
  const navigate = useNavigate();
  const now = useNow(20_000);
  const phone = usePhone();
  const asked = search.get("tray");
  const tray: TrayKey = isTray(asked) ? asked : "rise";
  const { sheet, sheetOf, problems, document } = state;
  const waits = useBegunHere().filter((b) => b.bake === from.id);

  useEffect(() => store.open(), [store]);
  useEffect(() => store.arrived(from), [store, from]);
  useEffect(() => {
    if (!sheet || !sheetOf || problems.length > 0) return;
    queries.setQueryData<KeptSheet>(sheetKey(from.id), { sheet, document: sheetOf });
  }, [queries, from.id, sheet, sheetOf, problems]);
  useEffect(() => {
    globalThis.document.title = `${document.name || "A bake"} · Airy Crumb`;
  }, [document.name]);

  const open = useCallback(
    (next: TrayKey) => setSearch((now) => ({ ...Object.fromEntries(now), tray: next })),
    [setSearch],
  );
  const showHelp = useCallback(() => setPanel("keys"), []);
  const [sought, setSought] = useState(false);
  const showFind = useCallback(() => {
    setSought(true);
    setPanel("find");
  }, []);
  const edit = useCallback((next: typeof document, preview?: boolean) => store.edit(next, preview), [store]);
  const answer = useCallback(
    (doubt: Doubt, chosen: Answer) => {
      const now = store.read().document;
      if (chosen.changes.length === 0)
        return store.edit({ ...now, kept: [...new Set([...(now.kept ?? []), doubt.code])] });
      store.edit(chosen.changes.reduce((doc, change) => setAt(doc, change.path, change.value), now));
    },
    [store],
  );
  const ask = useCallback(
    (question: Question) =>
      take(client.POST("/api/rise/options", { body: { bake: store.read().document, now: nowIso(), ...question } })),
    [store],
  );
  const takeOption = useCallback(
    (option: Option) =>
      option.answer &&
      store.edit(
        option.answer.changes.reduce((doc, change) => setAt(doc, change.path, change.value), store.read().document),
      ),
    [store],
  );
  const solve = useCallback(
    (group: number, by: By, value: number) =>
      take(client.POST("/api/wrap/solve", { body: { bake: store.read().document, now: nowIso(), group, by, value } })),
    [store],
  );
  const solved = useCallback(
    (found: Answer) =>
      store.edit(found.changes.reduce((doc, change) => setAt(doc, change.path, change.value), store.read().document)),
    [store],
  );
  const heatAnswers = useCallback(
    (heat: number) =>
      take(client.POST("/api/heat/answers", { body: { bake: store.read().document, now: nowIso(), heat } })),
    [store],
  );
  const whereFrom = useCallback(
    (figure: FigureKey) =>
      take(client.POST("/api/where-from", { body: { bake: store.read().document, now: nowIso(), figure } })),
    [store],
  );
  const keeping = useCallback(
    () => take(client.POST("/api/heat/keeping", { body: { bake: store.read().document, now: nowIso() } })),
    [store],
  );
  const here = sheet?.doubts.filter((d) => d.tray === tray || d.tray === "day") ?? [];
  const first = here[0];
  const answerFirst = useCallback(() => {
    // An answer that is not in sight is not given.
    if (first?.severity === "note" && !isOpen(WHY)) return;
    if (first?.answers[0]) answer(first, first.answers[0]);
  }, [first, answer]);
  useKeys(store, { open, help: showHelp, find: showFind, answer: answerFirst });

  const begin = async () => {
    setStarting("Starting…");
    try {
      const version = await store.settle();
      const [at, id] = [nowIso(), crypto.randomUUID()];
      const batch = await outbox.deliver(store.start(version, kitchen?.id ?? null, at), id);
      setStarting(null);
      if (batch) return await navigate(`/hands/${batch.id}`);
      const begun = store.begun(at);
      if (!begun) return;
      await putAndKeep(queries, batchQuery(id).queryKey, begun);
      await navigate(`/hands/${id}`);
    } catch (error) {
      setStarting(error instanceof Error ? error.message : String(error));
    }
  };
  const beginNow = () => {
    setEarly(false);
    void begin();
  };
  const start = () => (sheet && startsLater(sheet, clockNow()) ? setEarly(true) : void begin());
  useStartAsked(search.get("start") === "now" && sheet !== null && state.save === "saved", () => {
    const stop = sheet?.doubts.find((d) => d.severity === "stop");
    setSearch(
      (now) => {
        const rest: Record<string, string> = Object.fromEntries([...now].filter(([key]) => key !== "start"));
        return stop && isTray(stop.tray) ? { ...rest, tray: stop.tray } : rest;
      },
      { replace: true },
    );
    // What will not work as written is looked at first.
    if (stop) setStarting(`Not started yet. ${u.text(stop.title)}: decide that first.`);
    else if (problems.length === 0) start();
  });
  const unstart = async () => {
    const refs = waits.map((b) => b.ref);
    const gone = await outbox.withdraw(new Set(refs));
    gone.forEach((ref) => queries.removeQueries(batchQuery(ref)));
    // Marks of a batch that never was go with it; those were never on their way.
    const marks = outbox.read().waiting.filter(({ work }) => "batch" in work && gone.has(String(work.batch)));
    await outbox.withdraw(new Set(marks.map((p) => p.id)));
    if (refs.some((ref) => !gone.has(ref)))
      setStarting("It was on its way already, and may have begun: look in Hands.");
  };
  const keepAsOwn = async () => {
    const id = await store.keepAsOwn();
    if (id === null) setStarting(WAITS);
    else await navigate(`/bench/${id}`);
  };

  const links = (
    <BakeLinks
      state={state}
      find={
        sought ? (
          <Suspense fallback={<Small disabled>find</Small>}>
            <Find
              sheet={sheet}
              onOpen={open}
              open={panel === "find"}
              onOpenChange={(now) => setPanel(now ? "find" : null)}
            />
          </Suspense>
        ) : (
          <Small onClick={showFind}>find</Small>
        )
      }
      onUndo={store.undo}
      onRedo={store.redo}
      onFile={() => setPanel("file")}
      onHelp={showHelp}
    />
  );
  return (
    <main className="mx-auto w-full max-w-[1320px] px-4 pb-17 tab:px-8 tab:pb-2">
      <div className="max-tab:contents tab:flex tab:justify-between tab:gap-x-8">
        <div className="max-tab:contents tab:min-w-0 tab:flex-1">
          <h1 className="sr-only">{document.name}</h1>
          <Folded
            document={document}
            sheet={sheet}
            wrong={problems.length > 0}
            sentence={<Sentence document={document} sheet={sheet} problems={problems} kitchen={kitchen} edit={edit} />}
          >
            <Hold document={document} sheet={sheet} edit={edit} />
            {!phone && links}
            {sheet && (
              <OnTheDay bakeId={from.id} document={document} eat={sheet.day.eat} saved={state.save === "saved"} />
            )}
          </Folded>
        </div>
        <SaveState
          state={state}
          now={now}
          starting={starting}
          waits={waits.length > 0}
          inHands={waits.find((b) => b.batch)?.ref ?? null}
          onUnstart={() => void unstart()}
          onStart={start}
          onTakeOther={() => void store.takeOther()}
          onKeepAsOwn={() => void keepAsOwn()}
        />
        {phone && links}
      </div>
      {sheet && <NowOrThen sheet={sheet} open={early} onNow={beginNow} onClose={() => setEarly(false)} />}
      <LineNotice
        line={state.line}
        meanwhile={`what you change is kept here; ${sheet ? "what stands below was worked before it." : "its plan comes as soon as it answers."}`}
        unkept={state.unkept}
        onSignedIn={store.again}
      />
      {problems.length > 0 && (
        <div role="alert" className="mt-2 rounded-xl border-2 border-crust bg-warm px-4 py-2.5">
          {problems.map((p) => (
            <p key={p.where + u.text(p.message)} className="font-semibold">
              {u.text(p.message)}
            </p>
          ))}
          {sheet && (
            <p className="text-base text-muted">
              Below is the last plan that could be worked out. What you typed is kept.
            </p>
          )}
        </div>
      )}
      {sheet ? (
        <Guarded
          what="The plan"
          note="The words above can be changed, and what is wrong there put right."
          retryWith={[sheet]}
        >
          <AskAnyFigure ask={whereFrom}>
            <RailAndTrays
              sheet={sheet}
              tray={tray}
              now={now}
              stale={problems.length > 0}
              answer={state.answers}
              onOpen={open}
              onAnswer={answer}
              onAsk={ask}
              onTake={takeOption}
              onSolve={solve}
              onSolved={solved}
              onHeat={heatAnswers}
              onKeeping={keeping}
              saved={state.save === "saved"}
              spots={spots.data ?? []}
              bakeId={from.id}
              document={document}
              problems={problems}
              edit={edit}
              pantry={pantry.data ?? []}
            />
          </AskAnyFigure>
        </Guarded>
      ) : problems.length === 0 ? (
        <Notice title={state.line === "open" ? "Working it out…" : "No plan of this bake is kept here"} />
      ) : (
        <Suspense>
          <Repair document={document} problems={problems} edit={edit} />
        </Suspense>
      )}
      {panel === "keys" && (
        <Suspense>
          <KeysPanel open onClose={() => setPanel(null)} />
        </Suspense>
      )}
      {panel === "file" && (
        <Suspense>
          <FilePanel
            id={from.id}
            document={document}
            open
            onClose={() => setPanel(null)}
            onRename={(name) => edit({ ...document, name })}
          />
        </Suspense>
      )}
    </main>
  );
}
