/** Pictures that will stand where nothing is yet, dashed. */
const GHOSTS = {
  /** A unit's tag with its two years. */
  unit:
    'M2 6h64v24h-64zM84 18H236M104 18m-5 0a5 5 0 1 0 10 0a5 5 0 1 0 -10 0' +
    'M150 18m-5 0a5 5 0 1 0 10 0a5 5 0 1 0 -10 0M104 10C116 -2 138 -2 150 10M236 10v16M84 10v16',
  /** A panel with its pole slots. */
  panel:
    'M90 2h60v68h-60zM96 10h22v10h-22zM122 10h22v10h-22zM96 26h22v10h-22zM122 26h22v10h-22z' +
    'M96 42h22v10h-22zM122 42h22v10h-22zM122 15H196v20',
  /** A crew's hours with stops. */
  day: 'M2 8h236v32h-236zM34 14h40v20h-40zM98 14h28v20h-28zM160 14h46v20h-46zM74 24h24M126 24h34',
  /** A sheet with its lines. */
  sheet: 'M60 2h120v68h-120zM72 14h18M98 14h68M72 28h18M98 28h54M72 42h18M98 42h62M72 56h18M98 56h40',
  /** A picture with a nameplate on it. */
  picture: 'M70 2h100v68h-100zM92 22h56v28h-56zM100 30h40M100 40h26',
  /** A sheet's headings, each joined to what it was taken for. */
  table:
    'M2 4h236v20h-236zM80 4v64M160 4v64M2 24v44h236v-44M14 14h40M92 14h48M172 14h34M14 36h50M92 36h40M172 36h48M14 54h34M92 54h52M172 54h28',
  /** A roof with its units. */
  roof: 'M20 4H220V50H150V70H20ZM48 18h24v14h-24zM110 18h24v14h-24zM172 18h24v14h-24zM48 46h24v14h-24z',
} as const;
export type GhostOf = keyof typeof GHOSTS;

/** What will stand here, drawn as its own ghost. */
export function Ghost({ of }: { of: GhostOf }) {
  return (
    <svg width="240" height="72" viewBox="0 0 240 72" aria-hidden="true" className="mb-2 max-w-full">
      <path d={GHOSTS[of]} fill="none" stroke="var(--edge)" strokeWidth="2" strokeDasharray="6 5" />
    </svg>
  );
}
