import { useFollowing } from "../../lib/use-following";
import { Button } from "../../ui/button";

/** The widest wrapper that can be rolled here: beyond it a bake asks. */
export function Board({ board, onKeep }: { board: string | undefined; onKeep: (board: string) => void }) {
  const [typed, setTyped] = useFollowing(board ?? "");
  return (
    <>
      <form
        className="mt-1 flex flex-wrap items-center gap-2"
        onSubmit={(e) => {
          e.preventDefault();
          if (typed.trim()) onKeep(/[a-z]/i.test(typed) ? typed.trim() : `${typed.trim()} cm`);
        }}
      >
        <label className="flex items-center gap-2">
          The widest I can roll
          <input
            aria-label="Widest wrapper"
            value={typed}
            placeholder="45 cm"
            maxLength={40}
            autoComplete="off"
            onChange={(e) => setTyped(e.target.value)}
            className="w-24 rounded-lg border-2 border-cobalt bg-enamel px-2 py-1 text-right font-semibold"
          />
        </label>
        <Button type="submit">Keep it</Button>
      </form>
      {!board && <p className="text-base text-muted">Not said yet: no wrapper is called too wide.</p>}
    </>
  );
}
