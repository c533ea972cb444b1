// @vitest-environment jsdom
import { QueryClient, QueryClientProvider } from "@tanstack/react-query";
import { render, screen, waitFor } from "@testing-library/react";
import userEvent from "@testing-library/user-event";
import { createMemoryRouter, Link, Outlet, RouterProvider, useSearchParams } from "react-router";
import { expect, it, vi } from "vitest";
import { api } from "../api/client";
import { routes } from "../app";
import { job } from "../testing/render";
import { PageFrame } from "./page-frame";

function Aside() {
  const [, set] = useSearchParams();
  return (
    <button type="button" onClick={() => set({ check: "x" })}>
      pick
    </button>
  );
}

function drawn() {
  const client = new QueryClient({ defaultOptions: { queries: { retry: false } } });
  const children = [
    { path: "/", handle: { title: "Board" }, element: <Link to="/jobs/7">a job</Link> },
    { path: "/jobs/:id", handle: { title: "Report", job: true }, element: <Aside /> },
  ];
  const frame = (
    <main id="main" tabIndex={-1}>
      <PageFrame>
        <Outlet />
      </PageFrame>
    </main>
  );
  const router = createMemoryRouter([{ element: frame, children }]);
  render(
    <QueryClientProvider client={client}>
      <RouterProvider router={router} />
    </QueryClientProvider>,
  );
  return userEvent.setup();
}

it("a page has its own title, and begins at its top with the focus at its main part", async () => {
  const scroll = vi.spyOn(window, "scrollTo").mockImplementation(() => undefined);
  vi.spyOn(api, "job").mockResolvedValue(job({}));
  const user = drawn();
  await waitFor(() => expect(document.title).toBe("Board - Upper Branch"));
  expect(scroll).not.toHaveBeenCalled();
  await user.click(screen.getByRole("link", { name: "a job" }));
  await waitFor(() => expect(document.title).toBe(`Report: ${job({}).title} - Upper Branch`));
  expect(scroll).toHaveBeenCalledWith(0, 0);
  expect(document.activeElement?.id).toBe("main");
  await user.click(screen.getByRole("button", { name: "pick" }));
  expect(scroll).toHaveBeenCalledTimes(1);
});

it("every page of the product has a title", () => {
  const all = routes(new QueryClient()).flatMap(function flat(route): ReturnType<typeof routes> {
    return [route, ...(route.children ?? []).flatMap(flat)];
  });
  const pages = all.filter((route) => route.path);
  expect(pages.length).toBeGreaterThan(20);
  expect(pages.filter((route) => !(route.handle as { title?: unknown } | undefined))).toEqual([]);
  const titles = pages.map((route) => JSON.stringify(route.handle));
  expect(titles.filter((title) => title.includes("null") && !title.includes("job"))).toEqual([]);
});
