// Writes resources/common-passwords.txt: the common passwords that are long enough to be typed here, from
// @zxcvbn-ts/language-common (MIT), in lower case.
// node tools/make-common-passwords.mjs
import { writeFileSync } from 'node:fs';
import { dictionary } from '@zxcvbn-ts/language-common';

const SHORTEST = 12; // App\Access\Passwords\PasswordRules::SHORTEST
const words = dictionary['passwords-common'].map(word => word.toLowerCase()).filter(word => [...word].length >= SHORTEST);
const sorted = [...new Set(words)].sort((a, b) => Buffer.compare(Buffer.from(a), Buffer.from(b)));
writeFileSync(new URL('../resources/common-passwords.txt', import.meta.url), sorted.join('\n') + '\n');
console.log(`${sorted.length} passwords of ${dictionary['passwords-common'].length} are long enough.`);
