import { Meaning } from "../../parts/TermPopover";
import { useGuide } from "../../parts/useGuide";
import { View } from "../../parts/View";

/** The words of the job. */
export default function WordsView() {
  const { data } = useGuide();
  return (
    <View title="Words" className="page">
      <h1>Words</h1>
      {data?.terms.map((t) => (
        <section key={t.key} aria-label={t.name}>
          <h2>{t.name}</h2>
          <Meaning term={t} />
        </section>
      ))}
    </View>
  );
}
