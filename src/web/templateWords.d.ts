import type { fixed, forms, grouped, msg } from '../core/language';

/** Words in templates; see scripts/words/template.ts. */
declare module 'vue' {
  interface ComponentCustomProperties {
    msg: typeof msg;
    forms: typeof forms;
    fixed: typeof fixed;
    grouped: typeof grouped;
  }
}
