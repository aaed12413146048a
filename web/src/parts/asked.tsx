import { keepPreviousData, useQuery } from "@tanstack/react-query";
import type { ReactNode } from "react";

/** What is asked for as it is opened, and again after each change while it stands open. */
export function Asked<T>(p: { title: string; of: string; fetch: () => Promise<T>; children: (found: T) => ReactNode }) {
  const found = useQuery({
    queryKey: [p.title, p.of],
    queryFn: p.fetch,
    gcTime: 60_000,
    staleTime: Infinity,
    retry: false,
    placeholderData: keepPreviousData,
  });
  return (
    <>
      {found.isError && (
        <p role="alert" className="text-crust">
          {found.error.message}
        </p>
      )}
      {found.data === undefined && !found.isError && <p className="min-h-64 text-muted">Working it out…</p>}
      {found.data !== undefined && p.children(found.data)}
    </>
  );
}
