import data from 'emojibase-data/en/compact.json';
import { useMemo, useState } from 'react';
import { Kept } from '../api/store';
import { cx, inputClass } from '../ui/controls';
import * as texts from './texts';

type Picture = {
  unicode: string;
  label: string;
  group?: number;
  tags?: string[];
  skins?: { unicode: string }[];
};

/** Groups of Unicode that hold whole pictures; the one of parts is left out. */
const groups: [number, string][] = [
  [0, texts.faces],
  [1, texts.people],
  [3, texts.animalsAndPlants],
  [4, texts.food],
  [5, texts.places],
  [6, texts.doings],
  [7, texts.things],
  [8, texts.signs],
  [9, texts.flags],
];

/** Skin tones of Unicode, none first; the fifth is the darkest. */
const tones = ['✋', '✋🏻', '✋🏼', '✋🏽', '✋🏾', '✋🏿'];
const tone = new Kept('wrenlet.tone', 0);
const recent = new Kept<string[]>('wrenlet.pictures', [], { personal: true });
const pictures = (data as Picture[]).filter((p) => p.group !== undefined && p.group !== 2);

const toned = (picture: Picture, of: number) =>
  (of > 0 && picture.skins?.find((s) => s.unicode.includes(tones[of]!.slice(-2)))?.unicode) || picture.unicode;

/** All pictures of Unicode, from here and not from elsewhere: found by their names, in the skin tone one has chosen. */
export function Pictures({ onPick }: { onPick: (picture: string) => void }) {
  const [typed, setTyped] = useState('');
  const [group, setGroup] = useState(0);
  const mine = tone.use();
  const used = recent.use();
  const found = useMemo(() => {
    const asked = typed.trim().toLowerCase().split(/\s+/).filter(Boolean);
    if (asked.length === 0) return pictures.filter((p) => p.group === group);
    return pictures
      .filter((p) => {
        const text = `${p.label} ${p.tags?.join(' ') ?? ''}`.toLowerCase();
        return asked.every((w) => text.includes(w));
      })
      .slice(0, 120);
  }, [typed, group]);
  const pick = (picture: string) => {
    recent.set((all) => [picture, ...all.filter((p) => p !== picture)].slice(0, 9));
    onPick(picture);
  };
  const cell = 'grid size-[30px] place-items-center rounded-[3px] text-[19px] hover:bg-wren-wash max-md:size-11';
  return (
    <div onClick={(e) => e.stopPropagation()}>
      <div className="flex items-center gap-1.5">
        <input
          aria-label={texts.findAPicture}
          placeholder={texts.findPictureByIts}
          className={inputClass}
          value={typed}
          onChange={(e) => setTyped(e.target.value)}
        />
        <select
          aria-label={texts.skinTone}
          value={mine}
          onChange={(e) => tone.set(Number(e.target.value))}
          className="min-h-[30px] rounded-card border bg-surface max-md:min-h-[44px]"
        >
          {tones.map((t, i) => (
            <option key={t} value={i}>
              {t}
            </option>
          ))}
        </select>
      </div>
      {typed ? null : (
        <select
          aria-label={texts.kindOfPicture}
          value={group}
          onChange={(e) => setGroup(Number(e.target.value))}
          className="mt-1.5 min-h-7 w-full rounded-card border bg-surface px-1 max-md:min-h-[44px]"
        >
          {groups.map(([n, name]) => (
            <option key={n} value={n}>
              {name}
            </option>
          ))}
        </select>
      )}
      {used.length > 0 && !typed ? (
        <div role="group" aria-label={texts.usedLast} className="mt-1 flex border-b pb-1">
          {used.map((p) => (
            <button key={p} type="button" aria-label={p} onClick={() => pick(p)} className={cell}>
              {p}
            </button>
          ))}
        </div>
      ) : null}
      <div
        role="group"
        aria-label={texts.pictures}
        tabIndex={0}
        className="mt-1 flex h-[186px] flex-wrap content-start overflow-auto"
      >
        {found.map((p) => (
          <button
            key={p.unicode}
            type="button"
            title={p.label}
            aria-label={p.label}
            onClick={() => pick(toned(p, mine))}
            className={cx(cell)}
          >
            {toned(p, mine)}
          </button>
        ))}
        {found.length === 0 ? <p className="p-1 text-soft">{texts.noPictureHasName}</p> : null}
      </div>
    </div>
  );
}
