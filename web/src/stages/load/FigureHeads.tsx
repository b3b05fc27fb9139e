/** The heads of a table of figures: what the lines are at the left, the figures at the right. */
export const FigureHeads = ({ lines, figures }: { lines: string; figures: readonly string[] }) => (
  <thead className="text-soft">
    <tr>
      <th className="py-1.5 text-left font-normal">{lines}</th>
      {figures.map((head) => (
        <th key={head} className="py-1.5 pl-4 font-normal">
          {head}
        </th>
      ))}
    </tr>
  </thead>
)
