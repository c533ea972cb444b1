import type { QueryClient } from "@tanstack/react-query";
import { Outlet, type RouteObject } from "react-router";
import { queries } from "./api/queries";
import { Broken } from "./shell/broken";
import { Shell } from "./shell/shell";
import { Loading } from "./ui/state";

/** What could not be fetched ahead is asked again, and told, by the page itself. */
const shown = () => undefined;

/**
 * Every page with its address. The code of a page comes when it is asked for; what it will ask the server for is fetched meanwhile
 * (`ahead`), so that one does not wait for the other.
 */
export function routes(client: QueryClient): RouteObject[] {
  const ahead =
    (...wanted: ((id: string) => Promise<unknown>)[]) =>
    ({ params }: { params: { id?: string | undefined } }) => {
      for (const fetch of wanted) void fetch(params.id ?? "");
      return null;
    };
  const catalogue = () => client.query(queries.catalogue()).catch(shown);
  const job = (id: string) => client.query(queries.job(id)).catch(shown);
  const cards = () => client.query(queries.cards()).catch(shown);
  const mixture = () => client.query(queries.mixtureSheets()).catch(shown);
  const worktop = () => client.query(queries.worktop()).catch(shown);
  return [
    // Outside the frame: an owner with a code has no places to go.
    {
      path: "/owner/:code",
      errorElement: <Broken />,
      hydrateFallbackElement: <Loading />,
      lazy: async () => ({ Component: (await import("./owner/owner-page")).OwnerPage }),
    },
    {
      path: "/join/:code",
      errorElement: <Broken />,
      hydrateFallbackElement: <Loading />,
      lazy: async () => ({ Component: (await import("./people/join")).Join }),
    },
    {
      element: (
        <Shell>
          <Outlet />
        </Shell>
      ),
      hydrateFallbackElement: <Loading />,
      children: [
        {
          errorElement: <Broken />,
          children: [
            { path: "/", lazy: async () => ({ Component: (await import("./jobs/board/board")).Board }) },
            {
              path: "/new",
              loader: ahead(catalogue, cards),
              lazy: async () => ({ Component: (await import("./jobs/intake/intake")).Intake }),
            },
            {
              path: "/jobs/:id",
              loader: ahead(catalogue, job),
              lazy: async () => ({ Component: (await import("./bench/bench")).Bench }),
            },
            {
              path: "/jobs/:id/sheet/:repair",
              loader: ahead(catalogue, job),
              lazy: async () => ({ Component: (await import("./bench/worksheet/worksheet")).Worksheet }),
            },
            {
              path: "/jobs/:id/set/:loop?",
              loader: ahead(catalogue, job),
              lazy: async () => ({ Component: (await import("./bench/setting/setting")).Setting }),
            },
            {
              path: "/jobs/:id/plan",
              loader: ahead(catalogue, job),
              lazy: async () => ({ Component: (await import("./bench/plan-sheet/plan-sheet")).PlanSheet }),
            },
            {
              path: "/jobs/:id/owner",
              lazy: async () => ({ Component: (await import("./owner/for-owner")).ForOwner }),
            },
            {
              path: "/jobs/:id/report",
              lazy: async () => ({ Component: (await import("./bench/report/report")).ReportPage }),
            },
            {
              path: "/worktop/:id?",
              loader: ahead(worktop, catalogue),
              lazy: async () => ({ Component: (await import("./worktop/worktop")).Worktop }),
            },
            {
              path: "/mixture",
              loader: ahead(mixture, cards),
              lazy: async () => ({ Component: (await import("./mixture/mixture")).Mixture }),
            },
            {
              path: "/cards",
              loader: ahead(cards, catalogue),
              lazy: async () => ({ Component: (await import("./cards/cards")).Cards }),
            },
            {
              path: "/records",
              loader: ahead(catalogue),
              lazy: async () => ({ Component: (await import("./records/records")).Records }),
            },
            {
              path: "/machines/:id",
              loader: ahead(catalogue),
              lazy: async () => ({ Component: (await import("./records/machine")).Machine }),
            },
            { path: "/logs/:id?", lazy: async () => ({ Component: (await import("./logs/logs")).Logs }) },
            {
              path: "/handbook",
              loader: ahead(catalogue),
              lazy: async () => ({ Component: (await import("./handbook/handbook")).Handbook }),
            },
            {
              path: "/practice",
              loader: ahead(catalogue),
              lazy: async () => ({ Component: (await import("./practice/practice")).Practice }),
            },
            {
              path: "/jobs/:id/debrief",
              loader: ahead(catalogue, job),
              lazy: async () => ({ Component: (await import("./practice/debrief")).DebriefPage }),
            },
            { path: "/people", lazy: async () => ({ Component: (await import("./people/people")).People }) },
            { path: "*", lazy: async () => ({ Component: (await import("./shell/not-found")).NotFound }) },
          ],
        },
      ],
    },
  ];
}
