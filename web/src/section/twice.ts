/** Fetches, and where that fails once more after a while. ms: how long it waits */
export async function twice<T>(fetch: () => Promise<T>, ms = 1000): Promise<T> {
  try {
    return await fetch();
  } catch {
    await new Promise((resolve) => setTimeout(resolve, ms));
    return await fetch();
  }
}
