import { useQueryClient } from "@tanstack/react-query";
import { useId, useState } from "react";

import { api, take } from "../../api/client";
import { useJob } from "../../job/context";

/** An obstacle's outline from a DXF drawing or a table of offsets. */
export function Outline() {
  const { jobId, version } = useJob();
  const client = useQueryClient();
  const id = useId();
  const [problem, setProblem] = useState("");
  const bring = async (file: File) => {
    try {
      const text = await file.text();
      const name =
        file.name
          .replace(/\.[^.]+$/, "")
          .replaceAll("/", " ")
          .slice(0, 60) || "outline";
      const saved = await take(
        api.POST("/api/jobs/{job}/outline", {
          params: { path: { job: jobId } },
          body: { version, name, text, height: "200 mm" },
        }),
      );
      client.setQueryData(["job", jobId, "design"], saved);
      setProblem("");
    } catch (error) {
      setProblem(error instanceof Error ? error.message : "This file could not be taken in.");
    }
  };
  return (
    <div className="my-1">
      <label htmlFor={id} className="block py-1">
        An outline from a drawing (DXF) or a table of offsets (CSV)
      </label>
      <input
        id={id}
        type="file"
        accept=".dxf,.csv,.txt"
        className="w-full text-[14px]"
        onChange={(event) => {
          const file = event.currentTarget.files?.[0];
          event.currentTarget.value = "";
          if (file) void bring(file);
        }}
      />
      {problem && (
        <p role="alert" className="text-[13px] font-medium">
          {problem}
        </p>
      )}
    </div>
  );
}
