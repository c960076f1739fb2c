/** Told how far a question has come: how many plans are made, of how many that are to be made by now. */
export type Tell = (done: number, of: number) => void
