/** The head of a column that says itself what it is: told to whoever cannot see it. */
import Box from "@mui/material/Box";
import visuallyHidden from "@mui/utils/visuallyHidden";

export function HeadUnseen({ children }: { children: string }) {
  return (
    <Box component="th" scope="col" sx={{ position: "relative" }}>
      <Box component="span" sx={visuallyHidden}>
        {children}
      </Box>
    </Box>
  );
}
