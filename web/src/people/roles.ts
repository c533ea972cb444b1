import type { Role } from "../api/types";

/** What a role is called, and what it may do, in a line. */
export const ROLE: Record<Role, { name: string; a: string; may: string }> = {
  lead: { name: "Lead", a: "a lead", may: "everything; answers for numbers and people" },
  technician: { name: "Technician", a: "a technician", may: "all work at the bench" },
  trainee: { name: "Trainee", a: "a trainee", may: "works for somebody, and closes no job" },
};
