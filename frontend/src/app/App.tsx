import { Navigate, Route, Routes } from "react-router";

import { CataloguePage } from "../catalogue/CataloguePage";
import { Floor } from "../floor/Floor";
import { HouseRules } from "../house/HouseRules";
import { Lot } from "../lot/Lot";
import { Notice } from "../parts/Notice";
import { PartsSheet } from "../rig/PartsSheet";
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
        <Route path="/lot/:id?" element={<Lot />} />
        <Route path="/catalogue/:kind?" element={<CataloguePage />} />
        <Route path="/rigs/:id/sheet/parts" element={<PartsSheet />} />
        <Route path="/rigs/new/:station?" element={<RigPage key="new" />} />
        <Route path="/rigs/:id/:station?" element={<RigPage />} />
        <Route path="*" element={<Navigate to="/" replace />} />
      </Routes>
    </Shell>
  );
}
