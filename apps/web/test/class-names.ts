/** Stands for every style sheet in component tests: a class is called by its name. */
export default new Proxy({}, { get: (_, name) => String(name) }) as Readonly<Record<string, string>>;
