<?php

declare(strict_types=1);

namespace Orchard\Core\StructuredData;

/** What a product's structured data (schema.org Product, JSON-LD) tell of it. */
final readonly class ProductData
{
    /** @param  ?float  $rating  of 0 to 5, whatever its own scale */
    public function __construct(
        public string $number,
        public string $name,
        public ?float $price,
        public string $currency,
        public LifeState $life,
        public ?string $backOn,
        public string $maker,
        public ?float $rating,
        public ?int $reviews,
    ) {
    }

    /**
     * The first product of a page.
     *
     * @param  list<mixed>  $structured  decoded JSON-LD
     */
    public static function of(array $structured): ?self
    {
        foreach ($structured as $data) {
            $node = self::find($data, 0);
            if ($node !== null) {
                return self::from($node);
            }
        }

        return null;
    }

    /** @param  array<array-key, mixed>  $node a Product or ProductGroup */
    public static function from(array $node): self
    {
        $offers = $node['offers'] ?? null;
        if ($offers === null && is_array($node['hasVariant'] ?? null)) {
            $offers = array_map(
                static fn (mixed $variant): mixed => is_array($variant) ? $variant['offers'] ?? null : null,
                array_is_list($node['hasVariant']) ? $node['hasVariant'] : [$node['hasVariant']],
            );
        }
        $price = null;
        $currency = '';
        $life = LifeState::Unknown;
        $backOn = null;
        foreach (self::list($offers) as $offer) {
            $one = self::number(
                $offer['price'] ??
                    ($offer['lowPrice'] ??
                        (is_array($offer['priceSpecification'] ?? null)
                            ? $offer['priceSpecification']['price'] ?? null
                            : null)),
            );
            $price = $one !== null && ($price === null || $one < $price) ? $one : $price;
            $currency =
                $currency === '' ? strtoupper(substr(self::text($offer['priceCurrency'] ?? ''), 0, 3)) : $currency;
            $state = LifeState::fromAvailability(self::text($offer['availability'] ?? ''));
            // One variant that sells is enough.
            $life = $state !== null && ($life === LifeState::Unknown || $state === LifeState::Selling) ? $state : $life;
            $starts = self::text($offer['availabilityStarts'] ?? '');
            $backOn ??= preg_match('/^\d{4}-\d\d-\d\d/', $starts, $day) === 1 ? $day[0] : null;
        }
        $rating = is_array($node['aggregateRating'] ?? null) ? $node['aggregateRating'] : [];
        $best = self::number($rating['bestRating'] ?? 5) ?: 5.0;
        $value = self::number($rating['ratingValue'] ?? null);
        $reviews = self::number($rating['reviewCount'] ?? ($rating['ratingCount'] ?? null));
        $maker = $node['brand'] ?? ($node['manufacturer'] ?? '');

        return new self(
            mb_substr(self::text($node['sku'] ?? ($node['productID'] ?? ($node['mpn'] ?? ''))), 0, 80),
            mb_substr(self::text($node['name'] ?? ''), 0, 400),
            $price,
            $currency,
            $life,
            $life === LifeState::BackOn ? $backOn : null,
            mb_substr(self::text(is_array($maker) ? $maker['name'] ?? '' : $maker), 0, 120),
            $value === null ? null : max(0.0, min(5.0, (5 * $value) / $best)),
            $reviews === null ? null : (int) min(4e9, $reviews),
        );
    }

    /** @return ?array<array-key, mixed> */
    private static function find(mixed $data, int $depth): ?array
    {
        if (! is_array($data) || $depth > 4) {
            return null;
        }
        if (
            ! array_is_list($data) &&
            array_intersect(
                array_map(
                    static fn (mixed $type): string => is_string($type)
                        ? (string) preg_replace('~^.*[/#:]~', '', $type)
                        : '',
                    (array) ($data['@type'] ?? []),
                ),
                ['Product', 'ProductGroup', 'IndividualProduct', 'ProductModel'],
            ) !== []
        ) {
            return $data;
        }
        foreach (array_is_list($data) ? $data : [$data['@graph'] ?? null, $data['mainEntity'] ?? null] as $inner) {
            $found = self::find($inner, $depth + 1);
            if ($found !== null) {
                return $found;
            }
        }

        return null;
    }

    /** @return list<array<array-key, mixed>> the offers, those inside of others too */
    private static function list(mixed $offers): array
    {
        if (! is_array($offers)) {
            return [];
        }
        if (array_is_list($offers)) {
            return array_merge([], ...array_map(self::list(...), $offers));
        }

        return [$offers, ...self::list($offers['offers'] ?? null)];
    }

    private static function text(mixed $value): string
    {
        if (is_array($value)) {
            $value = $value['@id'] ?? ($value['@value'] ?? ($value[0] ?? ''));
        }

        return is_scalar($value) ? trim((string) $value) : '';
    }

    /**
     * An amount as shops write it. schema.org has a point before decimals and nothing between thousands; of both signs
     * the last parts decimals, as a comma does that has one or two digits behind it.
     */
    private static function number(mixed $value): ?float
    {
        if (is_string($value)) {
            $value = (string) preg_replace('/[\s\x{A0}\x{202F}\'’]/u', '', $value);
            $decimal = match (true) {
                str_contains($value, '.') && str_contains($value, ',') => strrpos($value, '.') > strrpos($value, ',')
                    ? '.'
                    : ',',
                preg_match('/^\d+,\d{1,2}$/', $value) === 1 => ',',
                preg_match('/^\d{1,3}(?:\.\d{3}){2,}$/', $value) === 1 => '',
                default => '.',
            };
            $value = str_replace(
                ['.', ',', '|'],
                ['', '', '.'],
                $decimal === '' ? $value : str_replace($decimal, '|', $value),
            );
        }

        return is_numeric($value) && (float) $value >= 0 && (float) $value < 1e11 ? (float) $value : null;
    }
}
