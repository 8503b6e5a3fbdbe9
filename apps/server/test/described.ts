import { Ajv2020, type ValidateFunction } from 'ajv/dist/2020.js';

interface Described {
  readonly paths: Readonly<Record<string, Readonly<Record<string, { responses: Responses }>>>>;
}
type Responses = Readonly<Record<string, { content?: Readonly<Record<string, object>> }>>;

/** What a server gave, to be held against what it says of itself. */
export interface Given {
  readonly method: string;
  readonly path: string;
  readonly status: number;
  readonly contentType: string;
  readonly body: unknown;
}

/** The description of an API, which tells whether what was given is what is described. */
export class Description {
  private readonly ajv = new Ajv2020({ strict: false, allErrors: false });
  private readonly validators = new Map<string, ValidateFunction>();
  private readonly templates: readonly (readonly [RegExp, string])[];

  constructor(private readonly document: Described) {
    this.ajv.addSchema(document, 'api');
    this.templates = Object.keys(document.paths)
      .sort((a, b) => a.split('{').length - b.split('{').length)
      .map((template) => [new RegExp(`^${template.replaceAll('.', '\\.').replace(/\{\w+\}/g, '[^/]+')}$`), template]);
  }

  /** Why what was given is not what is described; undefined if it is. */
  wrongIn({ method, path, status, contentType, body }: Given): string | undefined {
    const [plain = ''] = path.split('?');
    const template = this.templates.find(([pattern]) => pattern.test(plain))?.[1];
    if (template === undefined) return status === 404 || status === 401 ? undefined : `${plain} is not described`;
    const verb = method.toLowerCase();
    const responses = this.document.paths[template]?.[verb]?.responses;
    if (!responses) return status >= 400 ? undefined : `${method} ${template} is not described`;
    const code = status >= 400 ? 'default' : status === 204 ? '204' : '2XX';
    if (!responses[code]) return `${method} ${template} gives ${status}`;
    const [type = ''] = contentType.split(';');
    if (code === '204') return undefined;
    const content = responses[code].content ?? {};
    if (!(type in content)) {
      return 'application/octet-stream' in content ? undefined : `${method} ${template} gives ${status} as “${type}”`;
    }
    if (!type.includes('json')) return undefined;
    const pointer = ['paths', template, verb, 'responses', code, 'content', type, 'schema'];
    const validate = this.validatorOf(pointer.map((part) => encodeURIComponent(escaped(part))).join('/'));
    return validate(body) ? undefined : `${method} ${template}, ${status}: ${this.ajv.errorsText(validate.errors)}`;
  }

  private validatorOf(pointer: string): ValidateFunction {
    const known = this.validators.get(pointer) ?? this.ajv.compile({ $ref: `api#/${pointer}` });
    this.validators.set(pointer, known);
    return known;
  }
}

/** A part of a JSON pointer (RFC 6901). */
function escaped(part: string): string {
  return part.replaceAll('~', '~0').replaceAll('/', '~1');
}
