<?php

declare(strict_types=1);

namespace Orchard\Core\StructuredData;

/**
 * Judges JSON-LD against schema.org's vocabulary and against what search engines need for a product, an offer, a
 * rating, a review, breadcrumbs and an article. Where the vocabulary takes a thing, its name as text is accepted, as
 * schema.org itself advises; what is of another vocabulary is passed over.
 */
final class StructuredJudge
{
    private const DEEPEST = 12;

    private const MOST_FAULTS = 60;

    private const LONGEST = 60;

    /** ISO 8601, as far as schema.org's Date, DateTime, Time and Duration go. */
    private const FORMS = [
        'Date' => '/^\d{4}(-\d\d(-\d\d)?)?$/',
        'DateTime' => '/^\d{4}-\d\d-\d\d[T ]\d\d:\d\d(:\d\d(\.\d+)?)?\s?(Z|[+\-]\d\d:?\d\d)?$/i',
        'Time' => '/^\d\d:\d\d(:\d\d)?(Z|[+\-]\d\d:?\d\d)?$/i',
        'Duration' => '/^P(?=.)(\d+(\.\d+)?[YMWD])*(T(\d+(\.\d+)?[HMS])+)?$/',
        'Number' => '/^-?\d+(\.\d+)?$/',
        'Float' => '/^-?\d+(\.\d+)?$/',
        'Integer' => '/^-?\d+$/',
        'Boolean' => '~^(?:https?://schema\.org/)?(true|false)$~i',
        'URL' => '~^(https?:)?//\S+$|^/\S*$|^[a-z][a-z0-9+.\-]*:\S+$~i',
    ];

    /** Properties of which one at least search engines need, by type. */
    private const NEEDS = [
        'Product' => [['name'], ['offers', 'review', 'aggregateRating', 'hasVariant']],
        'AggregateRating' => [['ratingValue'], ['ratingCount', 'reviewCount']],
        'Review' => [['author'], ['reviewRating', 'positiveNotes', 'negativeNotes', 'reviewBody']],
        'BreadcrumbList' => [['itemListElement']],
        'Article' => [['headline']],
    ];

    private readonly Vocabulary $words;

    /** @var list<StructuredFault> */
    private array $faults = [];

    private function __construct()
    {
        $this->words = Vocabulary::known();
    }

    /**
     * @param  list<mixed>  $structured  decoded JSON-LD, one entry a script
     * @param  list<string>  $errors  one a script that is no JSON
     * @return list<StructuredFault>
     */
    public static function look(array $structured, array $errors = []): array
    {
        $judge = new self();
        foreach ($errors as $error) {
            $judge->fault(StructuredFaultType::NotJson, '', $error);
        }
        foreach ($structured as $data) {
            $judge->script($data);
        }

        return array_slice($judge->faults, 0, self::MOST_FAULTS);
    }

    private function script(mixed $data): void
    {
        foreach (is_array($data) && array_is_list($data) ? $data : [$data] as $node) {
            if (! is_array($node)) {
                continue;
            }
            $context = $node['@context'] ?? null;
            if ($context === null) {
                $this->fault(StructuredFaultType::NoContext, '');
            } elseif (! self::isOurs($context)) {
                continue;
            }
            $inner = $node['@graph'] ?? null;
            if (is_array($inner)) {
                foreach (array_is_list($inner) ? $inner : [$inner] as $one) {
                    is_array($one) && $this->node($one, '', 0);
                }
            } else {
                $this->node($node, '', 0);
            }
        }
    }

    private static function isOurs(mixed $context): bool
    {
        foreach (is_array($context) ? $context : [$context] as $one) {
            if (is_string($one) && preg_match('~^https?://(www\.)?schema\.org/?~i', $one) === 1) {
                return true;
            }
        }

        return false;
    }

    /** @param  array<array-key, mixed>  $node */
    private function node(array $node, string $path, int $depth): void
    {
        $types = [];
        foreach ((array) ($node['@type'] ?? []) as $type) {
            if (is_string($type)) {
                // Another vocabulary's type has an address or a prefix of its own.
                $name = Vocabulary::nameOf($type);
                if (! str_contains($name, ':')) {
                    $types[] = $name;
                }
            }
        }
        if ($types === []) {
            // A mere reference says what it is elsewhere.
            isset($node['@type']) ||
                (isset($node['@id']) && count($node) === 1) ||
                isset($node['@value']) ||
                $this->fault(StructuredFaultType::NoType, $path === '' ? 'A node' : $path);

            return;
        }
        $path = $path === '' ? $types[0] : $path;
        foreach ($types as $type) {
            if (! $this->words->isType($type)) {
                $this->fault(StructuredFaultType::UnknownType, $path, $type, $this->words->meant($type, true));

                return;
            }
        }
        foreach ($node as $key => $value) {
            $name = Vocabulary::nameOf((string) $key);
            if (str_starts_with($name, '@') || str_contains($name, ':') || preg_match('/-(in|out)put$/', $name) === 1) {
                continue;
            }
            if (! $this->words->isProperty($name)) {
                $this->fault(
                    StructuredFaultType::UnknownProperty,
                    "$path.$name",
                    '',
                    $this->words->meant($name, false),
                );
            } elseif (! $this->words->stands($name, $types)) {
                $this->fault(StructuredFaultType::Misplaced, "$path.$name");
            } elseif ($depth < self::DEEPEST) {
                foreach (is_array($value) && array_is_list($value) ? $value : [$value] as $one) {
                    $this->value($name, $one, "$path.$name", $depth);
                }
            }
        }
        $this->needs($node, $types, $path);
    }

    private function value(string $property, mixed $value, string $path, int $depth): void
    {
        $takes = $this->words->takes($property);
        if (is_array($value) && isset($value['@value'])) {
            $value = $value['@value'];
        }
        if (is_array($value)) {
            $types = array_map(Vocabulary::nameOf(...), array_filter((array) ($value['@type'] ?? []), is_string(...)));
            $known = array_values(array_filter($types, $this->words->isType(...)));
            if ($known !== [] && $takes !== [] && ! $this->fits($known, $takes)) {
                $this->fault(StructuredFaultType::WrongType, $path, $known[0]);
            }
            $this->node($value, $path, $depth + 1);

            return;
        }
        if ($value === null || $takes === []) {
            return;
        }
        $text = is_bool($value) ? ($value ? 'true' : 'false') : trim((string) (is_scalar($value) ? $value : ''));
        foreach ($takes as $type) {
            if ($this->accepts($type, $text)) {
                return;
            }
        }
        $this->fault(StructuredFaultType::WrongValue, $path, $text, $this->memberMeant($text, $takes));
    }

    /**
     * @param  list<string>  $types
     * @param  list<string>  $takes
     */
    private function fits(array $types, array $takes): bool
    {
        foreach ($types as $type) {
            foreach ($takes as $one) {
                if ($this->words->isKindOf($type, $one)) {
                    return true;
                }
            }
        }

        return false;
    }

    private function accepts(string $type, string $text): bool
    {
        if (isset(self::FORMS[$type])) {
            return preg_match(self::FORMS[$type], $text) === 1;
        }
        if ($this->words->isEnumeration($type)) {
            $name = Vocabulary::nameOf($text);

            // Some enumerations are open: schema.org gives them no members of their own.
            return $this->words->isMember($name, $type) || $this->words->isType($name);
        }

        return $text !== '' || Vocabulary::isData($type);
    }

    /** @param  list<string>  $takes */
    private function memberMeant(string $text, array $takes): ?string
    {
        $bare = strtolower((string) preg_replace('~[^a-z]~i', '', (string) preg_replace('~^.*[/#]~', '', $text)));
        foreach ($takes as $type) {
            if ($type === 'ItemAvailability') {
                $life = LifeState::fromAvailability($text);

                return match (true) {
                    $bare === 'instock' || $life === LifeState::Selling => 'InStock',
                    $bare === 'outofstock' || $bare === 'soldout' => 'OutOfStock',
                    $life === LifeState::BackOn => 'BackOrder',
                    $life === LifeState::OutOfStock => 'OutOfStock',
                    default => null,
                };
            }
        }

        return null;
    }

    /**
     * @param  array<array-key, mixed>  $node
     * @param  list<string>  $types
     */
    private function needs(array $node, array $types, string $path): void
    {
        foreach (self::NEEDS as $type => $needs) {
            if (! $this->isAny($types, $type) || ($type === 'Article' && $this->isAny($types, 'Product'))) {
                continue;
            }
            foreach ($needs as $one) {
                if (array_filter($one, static fn (string $name): bool => self::has($node, $name)) === []) {
                    $this->fault(StructuredFaultType::Lacks, "$path.".implode(' or ', $one));
                }
            }
        }
        if ($this->isAny($types, 'Rating')) {
            $this->scale($node, $path);
        }
        if ($this->isAny($types, 'Offer')) {
            $this->offer($node, $this->isAny($types, 'AggregateOffer'), $path);
        }
        if ($this->isAny($types, 'ListItem') && str_contains($path, 'BreadcrumbList')) {
            self::has($node, 'position') || $this->fault(StructuredFaultType::Lacks, "$path.position");
            $item = $node['item'] ?? null;
            self::has($node, 'name') ||
                (is_array($item) && self::has($item, 'name')) ||
                $this->fault(StructuredFaultType::Lacks, "$path.name");
        }
    }

    /** @param  array<array-key, mixed>  $node a rating */
    private function scale(array $node, string $path): void
    {
        $value = self::number($node['ratingValue'] ?? null);
        $best = self::number($node['bestRating'] ?? null) ?? 5.0;
        $worst = self::number($node['worstRating'] ?? null) ?? min(1.0, $best);
        if ($value !== null && ($value > $best || $value < $worst)) {
            $this->fault(StructuredFaultType::OffScale, "$path.ratingValue", (string) $value);
        }
        foreach (['ratingCount', 'reviewCount'] as $count) {
            $many = self::number($node[$count] ?? null);
            if ($many !== null && $many < 1) {
                $this->fault(StructuredFaultType::OffScale, "$path.$count", (string) $many);
            }
        }
    }

    /** @param  array<array-key, mixed>  $node */
    private function offer(array $node, bool $isMany, string $path): void
    {
        $inner = $node['priceSpecification'] ?? null;
        $inner = is_array($inner) && array_is_list($inner) ? $inner[0] ?? null : $inner;
        $name = $isMany ? 'lowPrice' : 'price';
        $price = $node[$name] ?? (is_array($inner) ? $inner['price'] ?? ($inner['minPrice'] ?? null) : null);
        $currency = $node['priceCurrency'] ?? (is_array($inner) ? $inner['priceCurrency'] ?? null : null);
        if ($price === null || $price === '') {
            $this->fault(StructuredFaultType::Lacks, "$path.$name");
        } elseif (is_string($price) && preg_match(self::FORMS['Number'], trim($price)) !== 1) {
            $this->fault(StructuredFaultType::BadPrice, "$path.$name", $price);
        }
        if ($currency === null || $currency === '') {
            $this->fault(StructuredFaultType::Lacks, "$path.priceCurrency");
        } elseif (! is_string($currency) || preg_match('/^[A-Z]{3}$/', $currency) !== 1) {
            $this->fault(
                StructuredFaultType::BadCurrency,
                "$path.priceCurrency",
                is_scalar($currency) ? (string) $currency : '',
            );
        }
    }

    /** @param  list<string>  $types */
    private function isAny(array $types, string $ancestor): bool
    {
        return array_filter($types, fn (string $type): bool => $this->words->isKindOf($type, $ancestor)) !== [];
    }

    /** @param  array<array-key, mixed>  $node */
    private static function has(array $node, string $property): bool
    {
        return ($node[$property] ?? ($node["https://schema.org/$property"] ?? null)) !== null &&
            ($node[$property] ?? true) !== '' &&
            ($node[$property] ?? true) !== [];
    }

    private static function number(mixed $value): ?float
    {
        return is_numeric($value) ? (float) $value : null;
    }

    private function fault(StructuredFaultType $type, string $path, string $given = '', ?string $meant = null): void
    {
        if (count($this->faults) < self::MOST_FAULTS) {
            $given = mb_strlen($given) > self::LONGEST ? mb_substr($given, 0, self::LONGEST).'…' : $given;
            $this->faults[] = new StructuredFault($type, $path, $given, $meant);
        }
    }
}
