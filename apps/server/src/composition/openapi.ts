import type { NestFastifyApplication } from '@nestjs/platform-fastify';
import { DocumentBuilder, type OpenAPIObject, SwaggerModule } from '@nestjs/swagger';
import { defaultMetadataStorage } from 'class-transformer/cjs/storage.js';
import { validationMetadatasToSchemas } from 'class-validator-jsonschema';

/** Describes the API: paths from the routes, bodies from the contract's own rules. */
export function describeApi(app: NestFastifyApplication): OpenAPIObject {
  const config = new DocumentBuilder()
    .setTitle('Just Ledger')
    .setDescription(
      'Bookkeeping for small organisations. Amounts are decimal strings; errors are RFC 9457 problem details.',
    )
    .setVersion('1')
    .addCookieAuth('just_ledger_session')
    .build();
  const document = SwaggerModule.createDocument(app, config);
  const schemas = validationMetadatasToSchemas({
    classTransformerMetadataStorage: defaultMetadataStorage as never,
    refPointerPrefix: '#/components/schemas/',
  });
  return {
    ...document,
    components: { ...document.components, schemas: { ...document.components?.schemas, ...schemas } as never },
  };
}
