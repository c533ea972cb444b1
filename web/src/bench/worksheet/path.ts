/** Address of the work sheet of a repair. place: id of the one place it is done at */
export function sheetPath(job: string, repair: string, place?: string): string {
  return `/jobs/${job}/sheet/${repair}${place ? `?place=${encodeURIComponent(place)}` : ""}`;
}
