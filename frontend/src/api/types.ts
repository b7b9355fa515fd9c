/** Short names for the generated types. */
import type { components } from "./schema";

type Schemas = components["schemas"];

export type Assessment = Schemas["Assessment"];
export type Both = Schemas["Both"];
export type Catalogue = Schemas["CatalogueShape"];
export type Chain = Schemas["Chain"];
export type Elevation = Schemas["Elevation"];
export type Entry = Schemas["Entry"];
export type Field = Schemas["Field"];
export type Figure = Schemas["Figure"];
export type House = Schemas["House"];
export type Link = Schemas["Link"];
export type LinkState = Schemas["LinkStateEnum"];
export type Live = Schemas["Live"];
export type LoadKind = Schemas["LoadKind"];
export type Move = Schemas["Move"];
export type Part = Schemas["Part"];
export type PastReading = Schemas["PastReading"];
export type PlacedLoad = Schemas["PlacedLoad"];
export type Pose = Schemas["Pose"];
export type Provenance = Schemas["ProvenanceEnum"];
export type RigRecord = Schemas["RigRecord"];
export type Session = Schemas["SessionShape"];
export type Band = Schemas["Band"];
export type ShareState = Schemas["ShareStateEnum"];
export type Signature = Schemas["Signature"];
export type Strip = Schemas["Strip"];
export type UnitSystem = Schemas["UnitSystemEnum"];
export type Way = Schemas["Way"];
export type Verdict = Schemas["Verdict"];
export type VerdictState = Schemas["VerdictStateEnum"];
