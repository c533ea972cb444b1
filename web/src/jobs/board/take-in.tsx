import { useQueryClient } from "@tanstack/react-query";
import { useState } from "react";
import { useNavigate } from "react-router";
import { api } from "../../api/client";
import { ApiError, fileRefused } from "../../api/problem";
import { queries } from "../../api/queries";
import { FileButton } from "../../ui/file-button";

/** Takes a job in from its file, as it was written elsewhere: JSON, or a zip with its photos. */
export function TakeIn() {
  const client = useQueryClient();
  const navigate = useNavigate();
  const [wrong, setWrong] = useState<string | null>(null);
  const bring = async (file: File) => {
    try {
      const zip = file.name.endsWith(".zip") || file.type === "application/zip";
      const job = await (zip ? api.takeInArchive(file) : api.takeInJob(await file.text()));
      client.setQueryData(queries.job(job.id).queryKey, job);
      void client.invalidateQueries({ queryKey: ["jobs"] });
      void navigate(`/jobs/${job.id}`);
    } catch (error) {
      if (!(error instanceof ApiError)) throw error;
      setWrong(fileRefused(file.name, error));
    }
  };
  return (
    <div className="mt-4 flex flex-wrap items-center gap-3">
      <FileButton
        name="Take in a job's file"
        accept=".json,.zip,application/json,application/zip"
        onFile={(file) => void bring(file)}
      />
      {wrong && (
        <p role="alert" className="rounded-xl border border-rust bg-rust-soft p-3">
          {wrong}
        </p>
      )}
    </div>
  );
}
