/** Whatever is pressed in the bay is at least 44 px each way: gloves. */
export const TARGETS = {
  "& button, & a[href], & select, & summary, & input:not([type=checkbox]):not([type=radio])": { minHeight: 44, minWidth: 44 },
  "& a[href]": { display: "inline-flex", alignItems: "center" },
  "& label:has(input[type=checkbox]), & label:has(input[type=radio])": { minHeight: 44, display: "inline-flex", alignItems: "center" },
} as const;
