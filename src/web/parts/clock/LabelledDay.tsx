/** A day with its name, large. */
export const LabelledDay = ({ at }: { at: number }) => (
  <h2 style={{ margin: 0, fontSize: 26 }}>
    {new Date(at).toLocaleDateString('en-GB', { weekday: 'long', day: 'numeric', month: 'long' })}
  </h2>
);
