/** The Bench before its bake is there: the same places, empty, so that nothing jumps when it comes. */
export function BenchSkeleton({ what }: { what: string }) {
  const block = "rounded-xl bg-inset";
  return (
    <main className="mx-auto w-full max-w-[1320px] px-4 pb-20 tab:px-8 tab:pb-2" aria-busy="true">
      <p role="status" className="pt-2 text-xl text-muted tab:text-2xl">
        {what}
      </p>
      <div aria-hidden="true" className="max-tab:hidden">
        <div className="mt-2 h-[5.3rem] w-2/3 rounded-xl bg-enamel opacity-60" />
        <div className="mt-8 h-[4.4rem] border-t-4 border-rim" />
      </div>
      <div aria-hidden="true" className="mt-2 hidden gap-3 tab:flex">
        {Array.from({ length: 6 }, (_, i) => (
          <div key={i} className="enamel h-[3.8rem] flex-1" />
        ))}
      </div>
      <div aria-hidden="true" className="enamel mt-6 p-4">
        <div className="tray">
          <div className="flex flex-col gap-3 [grid-area:do]">
            <div className={`h-7 ${block}`} />
            <div className={`h-10 w-2/3 ${block}`} />
            <div className={`h-24 ${block}`} />
          </div>
          <div className={`h-[19rem] [grid-area:see] ${block}`} />
          <div className={`h-24 [grid-area:beside] ${block}`} />
        </div>
      </div>
    </main>
  );
}
