<?php

declare(strict_types=1);

namespace Orchard\Core\StructuredData;

/**
 * schema.org's vocabulary: types and what they are a kind of, properties, on which types they stand and what they take,
 * and the members of enumerations. Made from schema.org's own file by tools/make-vocabulary.mjs.
 */
final class Vocabulary
{
    /** Types whose values are written as text or number. */
    private const DATA = [
        'Text' => 1,
        'URL' => 1,
        'CssSelectorType' => 1,
        'PronounceableText' => 1,
        'XPathType' => 1,
        'Number' => 1,
        'Integer' => 1,
        'Float' => 1,
        'Date' => 1,
        'DateTime' => 1,
        'Time' => 1,
        'Boolean' => 1,
        'Duration' => 1,
    ];

    private static ?self $known = null;

    /** @var array<string, array<string, true>> all that a type is a kind of, itself among them */
    private array $kinds = [];

    /**
     * @param  array<string, list<string>>  $types  what each is a kind of at once
     * @param  array<string, array{list<string>, list<string>}>  $properties  types that have it, types that it takes
     * @param  array<string, list<string>>  $members  enumerations that a member belongs to
     */
    private function __construct(
        private readonly array $types,
        private readonly array $properties,
        private readonly array $members,
    ) {
    }

    public static function known(): self
    {
        if (self::$known === null) {
            $given = require __DIR__.'/Data/vocabulary.php';
            self::$known = new self($given['types'], $given['properties'], $given['members']);
        }

        return self::$known;
    }

    /** The bare name of a type, property or member: without schema.org's address or a prefix. */
    public static function nameOf(string $written): string
    {
        return (string) preg_replace('~^(?:https?://(?:www\.)?schema\.org/|schema:)~i', '', trim($written));
    }

    public function isType(string $name): bool
    {
        return isset($this->types[$name]);
    }

    public function isProperty(string $name): bool
    {
        return isset($this->properties[$name]);
    }

    public function isKindOf(string $type, string $ancestor): bool
    {
        return isset($this->kindsOf($type)[$ancestor]);
    }

    /** @param  list<string>  $types  of one node */
    public function stands(string $property, array $types): bool
    {
        foreach ($types as $type) {
            if (array_intersect_key($this->kindsOf($type), array_flip($this->properties[$property][0] ?? [])) !== []) {
                return true;
            }
        }

        return false;
    }

    /** @return list<string> types that a property takes */
    public function takes(string $property): array
    {
        return $this->properties[$property][1] ?? [];
    }

    public static function isData(string $type): bool
    {
        return isset(self::DATA[$type]);
    }

    public function isEnumeration(string $type): bool
    {
        return $this->isKindOf($type, 'Enumeration');
    }

    public function isMember(string $name, string $enumeration): bool
    {
        foreach ($this->members[$name] ?? [] as $one) {
            if ($this->isKindOf($one, $enumeration)) {
                return true;
            }
        }

        return false;
    }

    /** What was probably meant by a name that is not known; null where nothing is near. */
    public function meant(string $name, bool $isType): ?string
    {
        [$best, $least] = [null, 3];
        foreach (array_keys($isType ? $this->types : $this->properties) as $known) {
            if (strcasecmp($known, $name) === 0) {
                return $known;
            }
            $off = abs(strlen($known) - strlen($name)) > 2 ? 9 : levenshtein($known, $name);
            if ($off < $least && $off < strlen($name) / 3) {
                [$best, $least] = [$known, $off];
            }
        }

        return $best;
    }

    /** @return array<string, true> */
    private function kindsOf(string $type): array
    {
        if (! isset($this->kinds[$type])) {
            $this->kinds[$type] = [$type => true];
            foreach ($this->types[$type] ?? [] as $parent) {
                $this->kinds[$type] += $this->kindsOf($parent);
            }
        }

        return $this->kinds[$type];
    }
}
