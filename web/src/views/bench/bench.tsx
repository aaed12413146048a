import { useQuery, useQueryClient } from "@tanstack/react-query";
import { lazy, Suspense, useCallback, useEffect, useLayoutEffect, useRef, useState } from "react";
import { useParams, useSearchParams } from "react-router";

import type { BakeOut, Kitchen, PantryItem, SpotOut } from "../../api/client";
import { useClosingsKnown } from "../../api/closings";
import { clockNow } from "../../lib/clock";
import { SavedOrNot } from "../../parts/as-saved";
import { AskAnyFigure } from "../../parts/where-from";
import { LineNotice } from "../../parts/sign-in";
import { usePhone } from "../../lib/use-narrow";
import { useNow } from "../../lib/use-now";
import { Button, Small } from "../../ui/button";
import { Notice } from "../../ui/facts";
import { bakeQuery, kitchensQuery, notShown, pantryQuery, sheetKey, spotsQuery } from "../queries";
import { DraftStore, type KeptSheet } from "../../stores/draft";
import { outbox } from "../../stores/here";
import { draftServer } from "../../stores/draft-server";
import { doingOf } from "./doing";
import { Folded } from "./folded";
import { Hold } from "./hold";
import { OnTheDay } from "./on-the-day";
import { RailAndTrays } from "./rail-and-trays";
import { NowOrThen, isAsked } from "./now-or-then";
import { BenchSkeleton } from "./skeleton";
import { BakeLinks, SaveState } from "./save-state";
import { Sentence } from "./sentence";
import { WHY } from "./doubts";
import { isTray, TRAYS, type TrayKey } from "./tray-list";
import { useDraft } from "./use-draft";
import { useStarting } from "./use-starting";
import { Guarded } from "../../lib/guarded";
import { useUnits } from "../../lib/settings";
import { isOpen } from "../../lib/use-opened";

// What only some cooks press: it need not be there before the plan is.
const KeysPanel = lazy(async () => ({ default: (await import("./keys")).KeysPanel }));
const Repair = lazy(async () => ({ default: (await import("./repair")).Repair }));
const Find = lazy(async () => ({ default: (await import("./find")).Find }));
const FilePanel = lazy(async () => ({ default: (await import("./file-panel")).FilePanel }));

const NO_SPOTS: SpotOut[] = [];
const NO_FOODS: PantryItem[] = [];

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
  const [does] = useState(() => doingOf(store));
  const document = useDraft(store, (state) => state.document);
  const sheet = useDraft(store, (state) => state.sheet);
  const sheetOf = useDraft(store, (state) => state.sheetOf);
  const problems = useDraft(store, (state) => state.problems);
  const answers = useDraft(store, (state) => state.answers);
  const line = useDraft(store, (state) => state.line);
  const unkept = useDraft(store, (state) => state.unkept);
  const saved = useDraft(store, (state) => state.save === "saved");
  const [search, setSearch] = useSearchParams();
  const [panel, setPanel] = useState<"keys" | "file" | "find" | null>(null);
  const pantry = useQuery(pantryQuery);
  const spots = useQuery(spotsQuery);
  const starting = useStarting(store, kitchen?.id ?? null);
  const [early, setEarly] = useState(false);
  const now = useNow(20_000);
  const phone = usePhone();
  const asked = search.get("tray");
  const tray: TrayKey = isTray(asked) ? asked : "rise";

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
  const here = sheet?.doubts.filter((d) => d.tray === tray || d.tray === "day") ?? [];
  const first = here[0];
  const answerFirst = useCallback(() => {
    // An answer that is not in sight is not given.
    if (first?.severity === "note" && !isOpen(WHY)) return;
    if (first?.answers[0]) does.onAnswer(first, first.answers[0]);
  }, [first, does]);
  useKeys(store, { open, help: showHelp, find: showFind, answer: answerFirst });

  const begin = (dough: string | null) => {
    setEarly(false);
    starting.start(dough);
  };
  const start = () => (sheet && isAsked(sheet, clockNow()) ? setEarly(true) : starting.start(null));
  useStartAsked(search.get("start") === "now" && sheet !== null && saved, () => {
    const stop = sheet?.doubts.find((d) => d.severity === "stop");
    setSearch(
      (now) => {
        const rest: Record<string, string> = Object.fromEntries([...now].filter(([key]) => key !== "start"));
        return stop && isTray(stop.tray) ? { ...rest, tray: stop.tray } : rest;
      },
      { replace: true },
    );
    // What will not work as written is looked at first.
    if (stop) starting.tell(`Not started yet. ${u.text(stop.title)}: decide that first.`);
    else if (problems.length === 0) start();
  });
  const links = (
    <BakeLinks
      store={store}
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
            sentence={
              <Sentence document={document} sheet={sheet} problems={problems} kitchen={kitchen} edit={does.edit} />
            }
          >
            <Hold document={document} sheet={sheet} edit={does.edit} />
            {!phone && links}
            {sheet && <OnTheDay bakeId={from.id} document={document} eat={sheet.day.eat} saved={saved} />}
          </Folded>
        </div>
        <SaveState
          store={store}
          now={now}
          starting={starting.told}
          onUnstart={starting.takeBack}
          onStart={start}
          onTakeOther={() => void store.takeOther()}
          onKeepAsOwn={starting.keepAsOwn}
        />
        {phone && links}
      </div>
      {sheet && <NowOrThen sheet={sheet} open={early} onBegin={begin} onClose={() => setEarly(false)} />}
      <LineNotice
        line={line}
        meanwhile={`what you change is kept here; ${sheet ? "what stands below was worked before it." : "its plan comes as soon as it answers."}`}
        unkept={unkept}
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
          <SavedOrNot value={saved}>
            <AskAnyFigure ask={does.onWhereFrom}>
              <RailAndTrays
                sheet={sheet}
                tray={tray}
                now={now}
                stale={problems.length > 0}
                answer={answers}
                onOpen={open}
                does={does}
                spots={spots.data ?? NO_SPOTS}
                bakeId={from.id}
                document={document}
                problems={problems}
                pantry={pantry.data ?? NO_FOODS}
              />
            </AskAnyFigure>
          </SavedOrNot>
        </Guarded>
      ) : problems.length === 0 ? (
        <Notice title={line === "open" ? "Working it out…" : "No plan of this bake is kept here"} />
      ) : (
        <Suspense>
          <Repair document={document} problems={problems} edit={does.edit} />
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
            onRename={(name) => does.edit({ ...document, name })}
          />
        </Suspense>
      )}
    </main>
  );
}
