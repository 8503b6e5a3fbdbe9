import { readdirSync, readFileSync } from 'node:fs';
import { dirname, join, relative, resolve } from 'node:path';

const SOURCE = resolve(import.meta.dirname, '../src');

const files = readdirSync(SOURCE, { recursive: true, encoding: 'utf8' }).map((file) => join(SOURCE, file));
const read = (file: string): string => readFileSync(file, 'utf8');
const styleSheets = files.filter((file) => file.endsWith('.module.css'));

/** The classes that a style sheet has rules for. */
function classesIn(file: string): Set<string> {
  const selectors = read(file)
    .replaceAll(/\/\*[\s\S]*?\*\//g, '')
    .replaceAll(/:global\([^)]*\)/g, '')
    .replaceAll(/\{[^{}]*\}/g, '{}');
  return new Set([...selectors.matchAll(/\.([a-zA-Z][\w-]*)/g)].map(([, name]) => String(name)));
}

/** The classes that the components take from a style sheet, by component; `*` where a name is computed. */
function takenFrom(file: string): Map<string, Set<string>> {
  const taken = new Map<string, Set<string>>();
  for (const component of files.filter((file) => /\.tsx?$/.test(file))) {
    const code = read(component);
    for (const [line, name = '', path = ''] of code.matchAll(/import (\w+) from '(.*\.module\.css)';/g)) {
      if (resolve(dirname(component), path) !== file) continue;
      const rest = code.replace(line, '');
      const names = [...rest.matchAll(new RegExp(`\\b${name}\\.(\\w+)`, 'g'))].map(([, used]) => String(used));
      if (rest.includes(`${name}[`)) names.push('*');
      taken.set(component, new Set(names.filter((used) => !['js', 'module', 'csv'].includes(used))));
    }
  }
  return taken;
}

describe('a style sheet and its components', () => {
  test.each(styleSheets.map((file) => [relative(SOURCE, file), file]))(
    '%s has what is taken, and no more',
    (_, file) => {
      const classes = classesIn(file);
      const taken = takenFrom(file);
      const all = new Set([...taken.values()].flatMap((names) => [...names]));
      for (const [component, names] of taken) {
        const missing = [...names].filter((name) => name !== '*' && !classes.has(name));
        expect([relative(SOURCE, component), missing]).toEqual([relative(SOURCE, component), []]);
      }
      expect(all.has('*') ? [] : [...classes].filter((name) => !all.has(name))).toEqual([]);
    },
  );

  test('keeps what is global to a hundred lines, and colours to the tokens', () => {
    expect(read(join(SOURCE, 'ui/theme/base.css')).split('\n').length).toBeLessThanOrEqual(100);
    for (const file of files.filter((file) => /\.(css|tsx)$/.test(file)))
      expect([relative(SOURCE, file), read(file).match(/#[0-9a-f]{6}\b/g) ?? []]).toEqual([
        relative(SOURCE, file),
        [],
      ]);
  });

  test('names as plain words only the classes that are global', () => {
    const words = classesIn(join(SOURCE, 'ui/theme/base.css'));
    for (const component of files.filter((file) => file.endsWith('.tsx'))) {
      const code = read(component);
      const named = [
        ...[...code.matchAll(/className="([^"]*)"/g)].map(([, text]) => text),
        ...[...code.matchAll(/className=\{([^}]*)\}/g)].flatMap(([, expression = '']) =>
          [...expression.replaceAll(/\.\w+\('[^']*'\)|=== '[^']*'/g, '').matchAll(/[?:,(] ?'([^']*)'/g)].map(
            ([, text]) => text,
          ),
        ),
      ];
      const strange = named.flatMap((text = '') => text.split(' ')).filter((word) => word !== '' && !words.has(word));
      expect([relative(SOURCE, component), strange]).toEqual([relative(SOURCE, component), []]);
    }
  });

  test('writes no style beside an element but a computed one', () => {
    for (const component of files.filter((file) => file.endsWith('.tsx'))) {
      const rules = [...read(component).matchAll(/\bstyle(?:=\{|: )\{([^}]*)\}/g)].flatMap(([, all = '']) =>
        all.split(','),
      );
      const fixed = rules.filter((rule) => /^\s*\w+: ('[^']*'|-?[\d.]+)\s*$/.test(rule));
      expect([relative(SOURCE, component), fixed]).toEqual([relative(SOURCE, component), []]);
    }
  });
});
