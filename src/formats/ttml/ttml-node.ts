export interface Node {
  readonly name: string;
  readonly attributes: Readonly<Record<string, string>>;
  readonly children: readonly (Node | string)[];
}
