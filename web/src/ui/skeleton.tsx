const BLOCK = "rounded-xl bg-inset";

/** A view before what it shows is there: the same places, empty, so that nothing jumps when it comes. */
export function ViewSkeleton({ what, shape }: { what: string; shape: "tray" | "list" | "lanes" }) {
  return (
    <main className="mx-auto w-full max-w-[1320px] px-4 pb-10 tab:px-8" aria-busy="true">
      <p role="status" className="mt-4 text-3xl font-bold text-muted">
        {what}
      </p>
      <div aria-hidden="true" className="enamel mt-4 p-4 tab:p-5">
        {SHAPES[shape]}
      </div>
    </main>
  );
}

const SHAPES = {
  tray: (
    <div className="tray tray-of-two">
      <div className="flex flex-col gap-3 [grid-area:do]">
        <div className={`h-7 ${BLOCK}`} />
        <div className={`h-10 w-2/3 ${BLOCK}`} />
        <div className={`h-28 ${BLOCK}`} />
      </div>
      <div className={`h-[17rem] [grid-area:see] ${BLOCK}`} />
    </div>
  ),
  list: (
    <div className="flex flex-col gap-4">
      {Array.from({ length: 5 }, (_, i) => (
        <div key={i} className={`h-14 ${BLOCK}`} />
      ))}
    </div>
  ),
  lanes: (
    <div className="flex flex-col gap-4">
      {Array.from({ length: 7 }, (_, i) => (
        <div key={i} className="flex gap-6">
          <div className={`h-9 w-40 ${BLOCK}`} />
          <div className={`h-9 flex-1 ${BLOCK}`} />
        </div>
      ))}
    </div>
  ),
};
