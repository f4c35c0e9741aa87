/** Figures as they stand in sentences. */
import { decimal } from "../units";

export const signed = (figure: number): string => `${figure < 0 ? "−" : "+"}${decimal(Math.abs(figure))}`;
export const count = (figure: number, noun: string): string => `${figure} ${noun}${figure === 1 ? "" : "s"}`;
