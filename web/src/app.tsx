import type { QueryClient } from "@tanstack/react-query";
import { Outlet, type RouteObject } from "react-router";
import { queries } from "./api/queries";
import { Broken } from "./shell/broken";
import { PageFrame, type Titled } from "./shell/page-frame";
import { Shell } from "./shell/shell";
import { Loading } from "./ui/state";

/** What could not be fetched ahead is asked again, and told, by the page itself. */
const shown = () => undefined;

/** job: whether the address names a job, whose title stands behind. */
const titled = (title: string | null, job = false): Titled => ({ title, job });

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
      element: (
        <PageFrame>
          <Outlet />
        </PageFrame>
      ),
      children: [
        {
          path: "/owner/:code",
          handle: titled("Owner's sheet"),
          errorElement: <Broken />,
          hydrateFallbackElement: <Loading />,
          lazy: async () => ({ Component: (await import("./owner/owner-page")).OwnerPage }),
        },
        {
          path: "/join/:code",
          handle: titled("Join"),
          errorElement: <Broken />,
          hydrateFallbackElement: <Loading />,
          lazy: async () => ({ Component: (await import("./people/join")).Join }),
        },
      ],
    },
    {
      element: (
        <Shell>
          <PageFrame>
            <Outlet />
          </PageFrame>
        </Shell>
      ),
      hydrateFallbackElement: <Loading />,
      children: [
        {
          errorElement: <Broken />,
          children: [
            {
              path: "/",
              handle: titled("Board"),
              lazy: async () => ({ Component: (await import("./jobs/board/board")).Board }),
            },
            {
              path: "/new",
              handle: titled("New job"),
              loader: ahead(catalogue, cards),
              lazy: async () => ({ Component: (await import("./jobs/intake/intake")).Intake }),
            },
            {
              path: "/jobs/:id",
              handle: titled(null, true),
              loader: ahead(catalogue, job),
              lazy: async () => ({ Component: (await import("./bench/bench")).Bench }),
            },
            {
              path: "/jobs/:id/sheet/:repair",
              handle: titled("Work sheet", true),
              loader: ahead(catalogue, job),
              lazy: async () => ({ Component: (await import("./bench/worksheet/worksheet")).Worksheet }),
            },
            {
              path: "/jobs/:id/set/:loop?",
              handle: titled("Settings", true),
              loader: ahead(catalogue, job),
              lazy: async () => ({ Component: (await import("./bench/setting/setting")).Setting }),
            },
            {
              path: "/jobs/:id/plan",
              handle: titled("Plan", true),
              loader: ahead(catalogue, job),
              lazy: async () => ({ Component: (await import("./bench/plan-sheet/plan-sheet")).PlanSheet }),
            },
            {
              path: "/jobs/:id/owner",
              handle: titled("Owner's sheet", true),
              lazy: async () => ({ Component: (await import("./owner/for-owner")).ForOwner }),
            },
            {
              path: "/jobs/:id/report",
              handle: titled("Report", true),
              lazy: async () => ({ Component: (await import("./bench/report/report")).ReportPage }),
            },
            {
              path: "/worktop/:id?",
              handle: titled("Worktop"),
              loader: ahead(worktop, catalogue),
              lazy: async () => ({ Component: (await import("./worktop/worktop")).Worktop }),
            },
            {
              path: "/mixture",
              handle: titled("Mixture"),
              loader: ahead(mixture, cards),
              lazy: async () => ({ Component: (await import("./mixture/mixture")).Mixture }),
            },
            {
              path: "/cards",
              handle: titled("Spec cards"),
              loader: ahead(cards, catalogue),
              lazy: async () => ({ Component: (await import("./cards/cards")).Cards }),
            },
            {
              path: "/records",
              handle: titled("Records"),
              loader: ahead(catalogue),
              lazy: async () => ({ Component: (await import("./records/records")).Records }),
            },
            {
              path: "/machines/:id",
              handle: titled("Machine"),
              loader: ahead(catalogue),
              lazy: async () => ({ Component: (await import("./records/machine")).Machine }),
            },
            {
              path: "/logs/:id?",
              handle: titled("Data logs"),
              lazy: async () => ({ Component: (await import("./logs/logs")).Logs }),
            },
            {
              path: "/handbook",
              handle: titled("Handbook"),
              loader: ahead(catalogue),
              lazy: async () => ({ Component: (await import("./handbook/handbook")).Handbook }),
            },
            {
              path: "/practice",
              handle: titled("Practice"),
              loader: ahead(catalogue),
              lazy: async () => ({ Component: (await import("./practice/practice")).Practice }),
            },
            {
              path: "/jobs/:id/debrief",
              handle: titled("Debrief", true),
              loader: ahead(catalogue, job),
              lazy: async () => ({ Component: (await import("./practice/debrief")).DebriefPage }),
            },
            {
              path: "/people",
              handle: titled("People"),
              lazy: async () => ({ Component: (await import("./people/people")).People }),
            },
            {
              path: "*",
              handle: titled("Not found"),
              lazy: async () => ({ Component: (await import("./shell/not-found")).NotFound }),
            },
          ],
        },
      ],
    },
  ];
}
