import { TriangleAlert } from "lucide-react";
import { useAccount } from "./use-account";

/** For a lead: the daily backup failed, or there has been none for too long. */
export function BackupBar() {
  const warning = useAccount()?.backup_warning;
  if (!warning) return null;
  return (
    <p role="status" className="flex gap-2 bg-rust-soft px-3 py-2 sm:px-5 print:hidden">
      <TriangleAlert size={20} aria-hidden className="mt-0.5 shrink-0 text-rust" />
      <span>
        <strong>Backups:</strong> {warning} See var/log/backup.log on the server.
      </span>
    </p>
  );
}
