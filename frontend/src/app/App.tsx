import { Navigate, Route, Routes } from "react-router";

import { BayPage } from "../bay/BayPage";
import { CataloguePage } from "../catalogue/CataloguePage";
import { DayPage } from "../day/DayPage";
import { KeepingPage } from "../day/KeepingPage";
import { MorningPage } from "../day/MorningPage";
import { Floor } from "../floor/Floor";
import { HandOverPage } from "../handover/HandOverPage";
import { HouseRules } from "../house/HouseRules";
import { InstrumentsPage } from "../instruments/InstrumentsPage";
import { Lot } from "../lot/Lot";
import { Notice } from "../parts/Notice";
import { PracticePage } from "../practice/PracticePage";
import { YardPage } from "../practice/YardPage";
import { PartsSheet } from "../rig/PartsSheet";
import { OverviewPage } from "../record/OverviewPage";
import { RecordPage } from "../record/RecordPage";
import { RigPage } from "../rig/RigPage";
import { ChooseFirst } from "../people/ChooseFirst";
import { MyAccount } from "../people/MyAccount";
import { PeoplePage } from "../people/PeoplePage";
import { RoundPage } from "../round/RoundPage";
import { SheetPage } from "../sale/SheetPage";
import { ShelfPage } from "../shelf/ShelfPage";
import { Shell } from "./Shell";
import { SignIn } from "./SignIn";
import { useSession } from "./session";

export function App() {
  const session = useSession();
  if (session.isPending) return <Notice>Opening…</Notice>;
  if (session.isError) return <Notice>{session.error.message}</Notice>;
  if (!session.data.signed_in) return <SignIn />;
  if (session.data.must_choose) return <ChooseFirst />;
  return (
    <Shell session={session.data}>
      <Routes>
        <Route path="/" element={<Floor />} />
        <Route path="/house" element={<HouseRules />} />
        <Route path="/instruments" element={<InstrumentsPage />} />
        <Route path="/lot/:id?" element={<Lot />} />
        <Route path="/catalogue/:kind?" element={<CataloguePage />} />
        <Route path="/rigs/:id/bay/:section?" element={<BayPage />} />
        <Route path="/rigs/:id/yard" element={<YardPage />} />
        <Route path="/day" element={<DayPage />} />
        <Route path="/day/mine" element={<MorningPage />} />
        <Route path="/day/hours" element={<KeepingPage />} />
        <Route path="/shelf" element={<ShelfPage />} />
        <Route path="/practice" element={<PracticePage />} />
        <Route path="/rigs/:id/sheet" element={<SheetPage />} />
        <Route path="/rigs/:id/round" element={<RoundPage />} />
        <Route path="/rigs/:id/handover" element={<HandOverPage />} />
        <Route path="/rigs/:id/record" element={<RecordPage />} />
        <Route path="/overview" element={<OverviewPage />} />
        <Route path="/people" element={<PeoplePage />} />
        <Route path="/me" element={<MyAccount />} />
        <Route path="/rigs/:id/sheet/parts" element={<PartsSheet />} />
        <Route path="/rigs/new/:station?" element={<RigPage key="new" />} />
        <Route path="/rigs/:id/:station?" element={<RigPage />} />
        <Route path="*" element={<Navigate to="/" replace />} />
      </Routes>
    </Shell>
  );
}
