import { Button } from "../../ui/button";
import { Panel } from "../../ui/panel";

const KEYS = [
  ["1 to 7", "open a tray"],
  ["Tab", "go to the next word of the sentence"],
  ["↑ ↓", "nudge a number"],
  ["Shift + ↑ ↓", "nudge it in large steps"],
  ["Page up, Page down", "move the hour by an hour"],
  ["drag sideways", "change a number by feel"],
  ["Enter", "take a typed number; with nothing chosen, accept the first doubt's answer"],
  ["Esc", "leave a field as it was"],
  ["Ctrl + Z", "undo, also after a reload"],
  ["Ctrl + Shift + Z", "redo"],
  ["/", "find a figure or a setting by its name"],
  ["?", "this list"],
];

export function KeysPanel({ open, onClose }: { open: boolean; onClose: () => void }) {
  return (
    <Panel title="Keys" open={open} onClose={onClose}>
      <dl className="mt-3 grid grid-cols-[auto_1fr] gap-x-5 gap-y-1.5">
        {KEYS.map(([key, what]) => (
          <div key={key} className="contents">
            <dt className="font-bold text-cobalt">{key}</dt>
            <dd>{what}</dd>
          </div>
        ))}
      </dl>
      <Button look="solid" className="mt-5" onClick={onClose}>
        Back to the bench
      </Button>
    </Panel>
  );
}
