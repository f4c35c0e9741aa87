export * from "./columns";
export { type DateFigures, type DateOrderFound, dateOrderOf, firstYearOf, readDateFigures } from "./dates";
export * from "./read";
export * from "./sessions";
export { type FirstFigure, firstFigureOf } from "./sets";
export * from "./write";
