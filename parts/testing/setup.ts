import { configure } from "@testing-library/dom";

// What a component waits for may take its time on a busy machine.
configure({ asyncUtilTimeout: 20_000 });
