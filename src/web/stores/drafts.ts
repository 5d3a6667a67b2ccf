import { defineStore } from 'pinia';
import { ref, shallowReactive, watch } from 'vue';
import { readDrafts, writeDrafts } from '../storage/journal';
import { useKeeping } from './keeping';

/** A draft longer than this is not typed by anybody, characters. */
const LONGEST = 8000;

/** What stands in fields and cannot be used yet, or was not finished: it outlives the field, the stage and the page. */
export const useDrafts = defineStore('drafts', () => {
  const keeping = useKeeping();
  /** By the id of the field's owner and its own. */
  const texts = shallowReactive(new Map<string, string>());
  /** Counts drafts that came from elsewhere (storage, the page that writes), so that fields look again. */
  const read = ref(0);
  let of = '';

  watch(
    () => keeping.id,
    async (id, before) => {
      // A demo that became a plan of its own takes its drafts along.
      const own = before === of && id !== '' && id === keeping.became;
      of = id;
      if (own) return write();
      texts.clear();
      if (!id) return;
      const found = await readDrafts(id).catch(() => ({}));
      if (of !== id) return;
      for (const [field, text] of Object.entries(found)) if (!texts.has(field)) texts.set(field, text);
      read.value++;
    },
    { flush: 'sync', immediate: true },
  );
  keeping.hearDraft(({ field, text }) => {
    if (text === undefined) texts.delete(field);
    else texts.set(field, text);
    read.value++;
  });

  function write(): void {
    if (!of || keeping.isDemo || keeping.reading) return;
    keeping.alsoWrites(writeDrafts(of, Object.fromEntries(texts)));
  }
  function put(field: string, text: string): void {
    if (texts.get(field) === text) return;
    texts.set(field, text.slice(0, LONGEST));
    write();
    keeping.tellDraft({ field, text });
  }
  function drop(field: string): void {
    if (!texts.delete(field)) return;
    write();
    keeping.tellDraft({ field });
  }
  return { texts, read, put, drop };
});
