/** One kind of control part to buy. */
export interface ControlPart {
  label: string;
  count: number;
  note: string;
}
