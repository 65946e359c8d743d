import { useEffect, useState } from "react";

const KEY = "ergostrut.night";

/** Night colours, remembered on this machine. */
export function useNight(): [boolean, () => void] {
  const [night, setNight] = useState(() => localStorage.getItem(KEY) === "on");
  useEffect(() => {
    document.documentElement.dataset["night"] = night ? "on" : "off";
    localStorage.setItem(KEY, night ? "on" : "off");
  }, [night]);
  return [night, () => setNight((was) => !was)];
}
