// @vitest-environment jsdom
import { screen } from "@testing-library/react";
import { Route, Routes } from "react-router";
import { describe, expect, it, vi } from "vitest";
import { api } from "../../api/client";
import { ApiError, problemOf } from "../../api/problem";
import { draw, job } from "../../testing/render";
import { TakeIn } from "./take-in";

const open = () =>
  draw(
    <Routes>
      <Route path="/" element={<TakeIn />} />
      <Route path="/jobs/:id" element={<p>The bench</p>} />
    </Routes>,
  );
const file = new File(['{"format":"upper-branch-job-entries"}'], "press.json", { type: "application/json" });

describe("a job's file", () => {
  it("is taken in, and lies on the bench", async () => {
    const take = vi.spyOn(api, "takeInJob").mockResolvedValue(job());
    const { user } = open();
    await user.upload(screen.getByLabelText("Take in a job's file"), file);
    await screen.findByText("The bench");
    expect(take).toHaveBeenCalledWith('{"format":"upper-branch-job-entries"}');
  });

  it("says where it is wrong, and that nothing was changed", async () => {
    const problem = {
      type: "",
      title: "",
      status: 422,
      detail: "kind is missing.",
      errors: [{ field: "entries/0", detail: "" }],
    };
    vi.spyOn(api, "takeInJob").mockRejectedValue(new ApiError(problem));
    const { user } = open();
    await user.upload(screen.getByLabelText("Take in a job's file"), file);
    expect((await screen.findByRole("alert")).textContent).toBe(
      "press.json, entries/0: kind is missing. Nothing was changed.",
    );
  });

  it("names a field once", async () => {
    const problem = {
      type: "",
      title: "",
      status: 422,
      detail: "format: is not one of these.",
      errors: [{ field: "format", detail: "" }],
    };
    vi.spyOn(api, "takeInJob").mockRejectedValue(new ApiError(problem));
    const { user } = open();
    await user.upload(screen.getByLabelText("Take in a job's file"), file);
    expect((await screen.findByRole("alert")).textContent).toBe(
      "press.json: format: is not one of these. Nothing was changed.",
    );
  });

  it("does not say that a file is kept here when the server is away", async () => {
    vi.spyOn(api, "takeInJob").mockRejectedValue(problemOf(0, null));
    const { user } = open();
    await user.upload(screen.getByLabelText("Take in a job's file"), file);
    expect((await screen.findByRole("alert")).textContent).toBe(
      "The server does not answer. Choose press.json again when it does.",
    );
  });
});
