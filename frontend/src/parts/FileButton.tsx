/** Choosing a file by a button of the house; the same file can be chosen again once it is mended. */
import Box from "@mui/material/Box";
import Button from "@mui/material/Button";
import visuallyHidden from "@mui/utils/visuallyHidden";
import { useRef } from "react";

export function FileButton({ children, label, accept, take }: { children: string; label: string; accept: string; take: (file: File) => void }) {
  const input = useRef<HTMLInputElement>(null);
  return (
    <>
      <Button onClick={() => input.current?.click()}>{children}</Button>
      <Box
        component="input"
        ref={input}
        type="file"
        accept={accept}
        aria-label={label}
        tabIndex={-1}
        onChange={(event: React.ChangeEvent<HTMLInputElement>) => {
          const chosen = event.target.files?.[0];
          event.target.value = "";
          if (chosen) take(chosen);
        }}
        sx={visuallyHidden}
      />
    </>
  );
}
