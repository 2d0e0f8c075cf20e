import { Pantomet } from "./pantomet.ts";

/** Before the first journey, whichever it is. */
export default (): Promise<void> => Pantomet.makeDemo();
