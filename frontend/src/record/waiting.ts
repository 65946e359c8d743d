import { useQueryClient } from "@tanstack/react-query";
import { useEffect, useSyncExternalStore } from "react";

import { api, Offline, Refused, reasonOf, take } from "../api/client";
import { Outbox, type Waiting } from "./outbox";

/** Milliseconds between tries while the server does not answer. */
const AGAIN = 4000;

async function send(line: Waiting): Promise<{ refused?: string }> {
  const path = { job: line.job };
  try {
    if (line.to === "record") {
      await take(
        api.POST("/api/jobs/{job}/record", { params: { path }, body: { ...line.body, uid: line.uid, at: line.at } }),
      );
    } else {
      await take(
        api.POST("/api/jobs/{job}/make/reading", {
          params: { path },
          body: { ...line.body, uid: line.uid, at: line.at },
        }),
      );
    }
    return {};
  } catch (error) {
    // what the server could not take for now is tried again; what it will never take is said
    if (error instanceof Refused && error.status < 500) return { refused: reasonOf(error) };
    throw error instanceof Error ? error : new Offline();
  }
}

const outbox = new Outbox(localStorage, send);

/** Lines of this device that the server does not have yet; sent again by themselves. */
export function useWaiting(job: number) {
  const client = useQueryClient();
  const all = useSyncExternalStore(outbox.subscribe, outbox.waiting);
  const mine = all.filter((one) => one.job === job);
  const count = mine.filter((one) => one.refused === undefined).length;
  useEffect(() => {
    void client.invalidateQueries({ queryKey: ["job", job, "make"] });
    void client.invalidateQueries({ queryKey: ["job", job, "plan"] });
  }, [client, job, count]);
  useEffect(() => {
    if (count === 0) return undefined;
    const again = () => void outbox.flush();
    const timer = setInterval(again, AGAIN);
    addEventListener("online", again);
    return () => {
      clearInterval(timer);
      removeEventListener("online", again);
    };
  }, [count]);
  return {
    waiting: mine,
    add: (line: Parameters<Outbox["add"]>[1]) => outbox.add(job, line),
    drop: (uid: string) => outbox.drop(uid),
  };
}
