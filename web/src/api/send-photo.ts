import { problemOf } from "./problem";

/** Sends a picture under its id; sent again, it is stored once. Failures are ApiErrors. */
export async function sendPhoto(one: { job: string; photo: string; picture: Blob }): Promise<void> {
  const answer = await fetch(`/api/v1/jobs/${one.job}/photos/${one.photo}`, {
    method: "PUT",
    headers: { "content-type": one.picture.type || "application/octet-stream" },
    body: one.picture,
  }).catch(() => {
    throw problemOf(0, null);
  });
  if (!answer.ok) throw problemOf(answer.status, await answer.json().catch(() => null));
}

/** Where a stored picture is. */
export function photoAddress(job: string, photo: string): string {
  return `/api/v1/jobs/${job}/photos/${photo}`;
}
