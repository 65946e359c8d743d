import { Navigate, Route, Routes } from "react-router";

import { JobShell } from "./job/JobShell";
import { Anchor } from "./places/anchor/Anchor";
import { Balance } from "./places/balance/Balance";
import { Carry } from "./places/carry/Carry";
import { Cut } from "./places/cut/Cut";
import { Frame } from "./places/frame/Frame";
import { Log } from "./places/log/Log";
import { Make } from "./places/make/Make";
import { Measure } from "./places/measure/Measure";
import { Prove } from "./places/prove/Prove";
import { ShopLog } from "./places/yard/ShopLog";
import { Stockroom } from "./places/yard/Stockroom";
import { Yard } from "./places/yard/Yard";

/** Addresses: the yard with its stockroom, and the nine places of a job. */
export function App() {
  return (
    <Routes>
      <Route index element={<Yard />} />
      <Route path="stockroom" element={<Stockroom />} />
      <Route path="log" element={<ShopLog />} />
      <Route path="job/:job" element={<JobShell />}>
        <Route index element={<Navigate to="frame" replace />} />
        <Route path="measure" element={<Measure />} />
        <Route path="carry" element={<Carry />} />
        <Route path="frame" element={<Frame />} />
        <Route path="prove" element={<Prove />} />
        <Route path="balance" element={<Balance />} />
        <Route path="anchor" element={<Anchor />} />
        <Route path="cut" element={<Cut />} />
        <Route path="make" element={<Make />} />
        <Route path="log" element={<Log />} />
      </Route>
      <Route path="*" element={<Navigate to="/" replace />} />
    </Routes>
  );
}
