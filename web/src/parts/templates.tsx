import { useUnits } from "../lib/settings";
import { AsSaved } from "./as-saved";

const LINK = "font-semibold text-cobalt underline decoration-rim decoration-2 underline-offset-4";

/** The wrapper to roll to, on paper at true size. The bake is printed as it was last saved. */
export function Templates({ bakeId, group }: { bakeId: number; group: number }) {
  const { units } = useUnits();
  const papers = units === "us" ? (["letter", "a4"] as const) : (["a4", "letter"] as const);
  const href = (paper: string, kind: string) =>
    `/api/bakes/${bakeId}/wrapper?group=${group}&paper=${paper}&kind=${kind}`;
  return (
    <p className="mt-2 text-center text-base text-muted">
      To roll to, at true size:{" "}
      {papers.map((paper, i) => (
        <span key={paper}>
          {i > 0 && "; "}
          {paper === "a4" ? "A4" : "US Letter"}{" "}
          <a className={LINK} href={href(paper, "pdf")} download>
            PDF
          </a>{" "}
          <a className={LINK} href={href(paper, "svg")} download>
            SVG
          </a>
        </span>
      ))}
      <AsSaved />
    </p>
  );
}
