/** What the tools above the bytes do when a key asks for it. */
export interface HexToolsHandle {
  focusGo(): void;
  focusFind(): void;
  search(back: boolean): void;
}
