import { useQuery } from "@tanstack/react-query";
import { useEffect, useLayoutEffect, type ReactNode } from "react";
import { NavigationType, useLocation, useMatches, useNavigationType, useParams } from "react-router";
import { queries } from "../api/queries";

const PRODUCT = "Upper Branch";

/**
 * What every page has besides its content: a title of its own in the window, and on coming to it the top of the page and the focus at
 * its main part. Going back leaves the place to the browser; a change behind the question mark is no other page.
 */
export function PageFrame({ children }: { children: ReactNode }) {
  const { pathname } = useLocation();
  const kind = useNavigationType();
  const title = useTitle();
  useEffect(() => {
    document.title = title ? `${title} - ${PRODUCT}` : PRODUCT;
  }, [title]);
  useLayoutEffect(() => {
    if (kind === NavigationType.Pop) return;
    window.scrollTo(0, 0);
    document.getElementById("main")?.focus({ preventScroll: true });
  }, [pathname, kind]);
  return children;
}

/** The route's own title; of a job also its title, as soon as it is there. */
function useTitle(): string | null {
  const handle = useMatches().at(-1)?.handle;
  const page = isTitled(handle) ? handle.title : null;
  const { id } = useParams();
  const ofJob = isTitled(handle) && handle.job === true;
  const { data } = useQuery({ ...queries.job(id ?? ""), enabled: ofJob && id !== undefined });
  const job = ofJob ? data?.title : undefined;
  return [page, job].filter(Boolean).join(": ") || null;
}

/** What a route says of its title. job: whether its id is a job's, whose title stands behind */
export type Titled = { title: string | null; job?: boolean };

function isTitled(handle: unknown): handle is Titled {
  return typeof handle === "object" && handle !== null && "title" in handle;
}
