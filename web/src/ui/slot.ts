import { createContext } from "react";

/** A place on the plate for what belongs to a form beside it: its main button, its typed line. */
export const PlateSlot = createContext<HTMLElement | null>(null);
