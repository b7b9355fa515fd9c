/** The trailer's axles one by one, empty, as planned and full; what an inch of nose costs them; and what braking does. */
import Box from "@mui/material/Box";

import type { Axles as AxlesTold } from "../api/types";
import { inkSoft, pencil } from "../app/theme";
import { useUnits } from "../app/units";
import { LoadBar } from "../drawing/LoadBar";
import { FigureText } from "../parts/FigureText";
import { HeadUnseen } from "../parts/HeadUnseen";
import { Panel } from "../parts/Rows";
import { Table } from "../parts/Table";
import { useSection } from "../rig/context";
import { Fields } from "./Fields";

export function AxlesOneByOne() {
  const { axles, rules } = useSection("ratings");
  if (!axles) return null;
  const first = axles.under[0]?.axles ?? [];
  const worse = axles.under.some((one) => one.axles.some((axle) => axle.worse));
  return (
    <Panel title="Trailer axles, one by one" note={`${axles.suspension_word}${axles.weighed ? "; each was weighed" : ""}`}>
      <Box sx={{ overflowX: "auto" }}>
        <Table cells={{ py: 0.3, pr: 0.5 }}>
          <thead>
            <tr>
              <HeadUnseen>Axle</HeadUnseen>
              {axles.under.map((one) => (
                <th key={one.key} scope="col">
                  {one.name}
                </th>
              ))}
            </tr>
          </thead>
          <tbody>
            {first.map((axle, index) => (
              <tr key={axle.number}>
                <th scope="row">{axle.name}</th>
                {axles.under.map((under) => {
                  const one = under.axles[index];
                  if (!one) return <td key={under.key} />;
                  return (
                    <td key={under.key} data-axle={`${under.key}.${one.number}`}>
                      <Box sx={{ display: "flex", gap: 0.75, alignItems: "baseline", whiteSpace: "nowrap" }}>
                        <FigureText figure={one.load} name={`${one.name}, ${under.name.toLowerCase()}`} />
                        <Box sx={{ color: inkSoft, fontSize: "0.9em" }}>{one.share_text ?? one.state}</Box>
                      </Box>
                      <LoadBar share={one.share} state={one.state} reserve={rules.reserve} label="" />
                    </td>
                  );
                })}
              </tr>
            ))}
          </tbody>
        </Table>
      </Box>
      {worse && (
        <Box sx={{ borderLeft: `3px solid ${pencil}`, pl: 1, my: 0.75 }}>
          Nobody looked whether an equaliser joins the springs: each axle is judged as one on springs of its own, the worse of the two.
        </Box>
      )}
      <Box sx={{ display: "grid", gridTemplateColumns: "repeat(auto-fit, minmax(min(330px, 100%), 1fr))", columnGap: 3 }}>
        <Fields paths={["trailer.suspension", "trailer.axle_spacing", "trailer.axle_rate"]} />
        <Fields paths={["trailer.tyre_pressure", "trailer.tyre_rated_pressure", "trailer.wheel_rating"]} />
      </Box>
    </Panel>
  );
}

/** What an inch of the coupler down costs each axle. */
export function InchOfNose() {
  const { axles } = useSection("heights");
  const { read } = useUnits();
  const inch: AxlesTold["inch"] = axles?.inch ?? null;
  if (!axles || !inch) return null;
  return (
    <Panel title="An inch of nose" note={axles.suspension_word}>
      {inch.shares ? (
        <Box>The equaliser shares the load alike, whatever the pitch: no axle pays for the nose.</Box>
      ) : (
        <>
          <Box>
            The coupler an inch lower{inch.told ? "" : ", if no equaliser joins the springs"}:{" "}
            {inch.axles.map((one) => (
              <span key={one.name} data-inch={one.name}>
                {one.name} <b>{one.more ? read(one.more) : "unknown"}</b>,{" "}
              </span>
            ))}
            tongue <b data-inch="tongue">{inch.tongue ? read(inch.tongue) : "unknown"}</b>.
          </Box>
          <Box sx={{ color: inkSoft, fontSize: "0.88rem" }}>
            Each axle <FigureText figure={axles.rate} name="Rate of each axle" />, <FigureText figure={axles.spacing} name="From axle to axle" /> apart. What one axle gains wears its tyres and bearings first.
          </Box>
        </>
      )}
      <Fields paths={["trailer.suspension", "trailer.axle_spacing", "trailer.axle_rate"]} />
    </Panel>
  );
}

/** A firm stop, with the trailer's brakes and without. */
export function Braking() {
  const { braking } = useSection("ratings");
  return (
    <Panel title="A firm stop" note="0.3 of gravity; it explains, and rates nothing">
      <Table cells={{ py: 0.3, pr: 1 }}>
        <thead>
          <tr>
            <HeadUnseen>What</HeadUnseen>
            {braking.map((one) => (
              <th key={String(one.braked)} scope="col">
                {one.braked ? "Trailer brakes hold their own" : "Without trailer brakes"}
              </th>
            ))}
          </tr>
        </thead>
        <tbody>
          {(
            [
              ["tongue", "The tongue gains"],
              ["front", "The front axle gains"],
              ["held", "The vehicle's tyres must hold"],
            ] as const
          ).map(([key, name]) => (
            <tr key={key}>
              <th scope="row">{name}</th>
              {braking.map((one) => (
                <td key={String(one.braked)} data-braking={`${one.braked ? "braked" : "unbraked"}.${key}`}>
                  <FigureText figure={one[key]} name={`${name}, ${one.braked ? "trailer brakes on" : "without trailer brakes"}`} />
                </td>
              ))}
            </tr>
          ))}
        </tbody>
      </Table>
      <Box sx={{ color: inkSoft, fontSize: "0.85rem", mt: 0.5 }}>Heights of gravity are assumed, by what the trailer is: no label has them. A trailer that pushes presses the front down and the vehicle on.</Box>
    </Panel>
  );
}
