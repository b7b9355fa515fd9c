import { Navigate, Route, Routes } from "react-router";

import { Floor } from "../floor/Floor";
import { HouseRules } from "../house/HouseRules";
import { Notice } from "../parts/Notice";
import { RigPage } from "../rig/RigPage";
import { Shell } from "./Shell";
import { SignIn } from "./SignIn";
import { useSession } from "./session";

export function App() {
  const session = useSession();
  if (session.isPending) return <Notice>Opening…</Notice>;
  if (session.isError) return <Notice>{session.error.message}</Notice>;
  if (!session.data.signed_in) return <SignIn />;
  return (
    <Shell session={session.data}>
      <Routes>
        <Route path="/" element={<Floor />} />
        <Route path="/house" element={<HouseRules />} />
        <Route path="/rigs/new/:station?" element={<RigPage key="new" />} />
        <Route path="/rigs/:id/:station?" element={<RigPage />} />
        <Route path="*" element={<Navigate to="/" replace />} />
      </Routes>
    </Shell>
  );
}
