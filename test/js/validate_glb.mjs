// Validates a glTF binary read from standard input with the Khronos validator; prints its report as JSON.

import { createRequire } from 'node:module';
import { readFileSync } from 'node:fs';

const validator = createRequire(import.meta.url)('gltf-validator');
const report = await validator.validateBytes(new Uint8Array(readFileSync(0)), { maxIssues: 20 });
process.stdout.write(JSON.stringify(report));
