/** Outlines of what is drawn, in mm: x rearward from the front axle, y up from the ground. Drawing only. */
export type Point = [number, number];

/** The vehicle's side, as shares of the wheelbase fore and aft and mm beyond its axles. */
export function vehicleOutline(kind: string, wheelbase: number, rearEnd: number): { body: Point[]; glass: Point[][]; line: Point[] } {
  const w = wheelbase;
  const end = w + rearEnd;
  const front: Point[] = [
    [-960, 470],
    [-985, 800],
    [-900, 1090],
  ];
  if (kind === "van") {
    return {
      body: [[-900, 450], [-930, 900], [-760, 1200], [-0.02 * w, 1420], [0.13 * w, 2330], [0.2 * w, 2480], [end - 60, 2500], [end, 2300], [end, 520], [end - 120, 450]],
      glass: [[[0.03 * w, 1480], [0.15 * w, 2220], [0.3 * w, 2240], [0.3 * w, 1480]]],
      line: [[-930, 900], [end, 900]],
    };
  }
  if (kind === "midsize_suv" || kind === "large_suv") {
    const roof = kind === "large_suv" ? 1900 : 1760;
    return {
      body: [...front, [0.17 * w, 1190], [0.37 * w, roof - 40], [0.5 * w, roof], [end - 330, roof - 30], [end - 60, 1230], [end, 1120], [end, 600], [end - 90, 430], [-880, 430]],
      glass: [
        [[0.26 * w, 1230], [0.4 * w, roof - 110], [0.57 * w, roof - 90], [0.57 * w, 1230]],
        [[0.6 * w, 1230], [0.6 * w, roof - 90], [0.86 * w, roof - 100], [0.88 * w, 1230]],
        [[0.91 * w, 1230], [0.89 * w, roof - 100], [end - 370, roof - 120], [end - 150, 1230]],
      ],
      line: [[-960, 900], [end, 900]],
    };
  }
  const tall = kind === "half_ton" ? 0 : 70;
  return {
    body: [...front.map(([x, y]): Point => [x, y + tall]), [0.17 * w, 1200 + tall], [0.33 * w, 1880 + tall], [0.44 * w, 1920 + tall], [0.66 * w, 1900 + tall], [0.705 * w, 1340 + tall], [end, 1330 + tall], [end, 640 + tall], [end - 90, 480 + tall], [-880, 450 + tall]],
    glass: [
      [[0.24 * w, 1250 + tall], [0.36 * w, 1800 + tall], [0.48 * w, 1830 + tall], [0.48 * w, 1250 + tall]],
      [[0.505 * w, 1250 + tall], [0.505 * w, 1830 + tall], [0.635 * w, 1815 + tall], [0.665 * w, 1250 + tall]],
    ],
    line: [[0.705 * w, 1340 + tall], [0.71 * w, 560 + tall]],
  };
}

export const VEHICLE_WHEEL = 395;
export const TRAILER_WHEEL = 350;

/** The trailer's box above its rail; a low deck where it has no box. */
export function trailerOutline(from: number, to: number, rail: number): { box: Point[]; windows: Point[][]; door: Point[] } {
  const roof = 2780;
  const sill = rail - 90;
  const long = to - from;
  return {
    box: [[from + 60, sill], [from - 20, sill + 330], [from - 10, sill + 1150], [from + 280, roof - 90], [from + 520, roof], [to - 180, roof], [to, roof - 160], [to, sill + 240], [to - 120, sill]],
    windows: [
      [[from + 0.12 * long, 1650], [from + 0.12 * long, 2150], [from + 0.27 * long, 2150], [from + 0.27 * long, 1650]],
      [[from + 0.72 * long, 1650], [from + 0.72 * long, 2150], [from + 0.9 * long, 2150], [from + 0.9 * long, 1650]],
    ],
    door: [[from + 0.36 * long, sill + 40], [from + 0.36 * long, 2280], [from + 0.36 * long + 620, 2280], [from + 0.36 * long + 620, sill + 40]],
  };
}
