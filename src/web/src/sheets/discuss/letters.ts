/**
 * Positions in a shown text, counted in letters and digits: the server counts the same in its own text, whatever stands
 * between paragraphs and before the points of lists.
 */

const letter = /[\p{L}\p{Nd}]/u;

const count = (text: string) => {
  let n = 0;
  for (const c of text) if (letter.test(c)) n++;
  return n;
};

/** Where in a text so many letters have passed: before the next one, or behind the last. */
function offsetOf(text: string, letters: number, behind: boolean) {
  let n = 0;
  let at = 0;
  for (const c of text) {
    if (letter.test(c)) {
      if (!behind && n === letters) return at;
      n++;
      if (behind && n === letters) return at + c.length;
    }
    at += c.length;
  }
  return at;
}

type Piece = { node: Text; start: number; end: number };

/** The text below an element, with how many letters stand before each of its pieces. */
export class ShownText {
  private readonly pieces: Piece[] = [];
  readonly letters: number;

  constructor(private readonly root: HTMLElement) {
    // How things stand that are pointed at is shown beside the words, and is none of them.
    const walk = document.createTreeWalker(root, NodeFilter.SHOW_TEXT, {
      acceptNode: (n) => (n.parentElement?.closest('.card') ? NodeFilter.FILTER_REJECT : NodeFilter.FILTER_ACCEPT),
    });
    let at = 0;
    for (let node = walk.nextNode() as Text | null; node; node = walk.nextNode() as Text | null) {
      const n = count(node.data);
      if (n > 0) this.pieces.push({ node, start: at, end: at + n });
      at += n;
    }
    this.letters = at;
  }

  /** The range from one letter to another; null where there is none. */
  range(start: number, end: number): Range | null {
    const first = this.pieces[this.firstBehind(start)];
    const last = this.pieces[this.firstBehind(end - 1)];
    if (!first || !last || end <= start) return null;
    const range = document.createRange();
    range.setStart(first.node, offsetOf(first.node.data, start - first.start, false));
    range.setEnd(last.node, offsetOf(last.node.data, end - last.start, true));
    return range;
  }

  /** The first piece that ends behind a letter, by halving: a page has thousands. */
  private firstBehind(letter: number): number {
    let low = 0;
    let high = this.pieces.length;
    while (low < high) {
      const middle = (low + high) >> 1;
      if (this.pieces[middle]!.end > letter) high = middle;
      else low = middle + 1;
    }
    return low;
  }

  /** How many letters stand before a point of the document. */
  before(node: Node, offset: number): number {
    if (node instanceof Text) {
      const piece = this.pieces.find((p) => p.node === node);
      if (piece) return piece.start + count(node.data.slice(0, offset));
    }
    const point = document.createRange();
    point.setStart(node, offset);
    // The first piece behind the point begins where the point is.
    for (const piece of this.pieces) if (point.comparePoint(piece.node, 0) >= 0) return piece.start;
    return this.letters;
  }

  /** What of a selection is within, in letters; null where nothing of it is. */
  selected(range: Range): { start: number; end: number } | null {
    if (!range.intersectsNode(this.root)) return null;
    const start = this.root.contains(range.startContainer) ? this.before(range.startContainer, range.startOffset) : 0;
    const end = this.root.contains(range.endContainer)
      ? this.before(range.endContainer, range.endOffset)
      : this.letters;
    return end > start ? { start, end } : null;
  }
}
