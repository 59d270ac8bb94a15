<?php

declare(strict_types=1);

namespace Orchard\Core\Terms;

/** One thing that speaks for what a term asks for, kept as a type with what it names, and put in words when shown. */
final readonly class Ground
{
    /** @param  list<int|string>  $of  the word, the number of products, or the share (in hundredths) and the kind */
    public function __construct(public GroundType $type, public array $of = [])
    {
    }

    /** @param  list<self>  $grounds  a list of them as JSON, as it is kept */
    public static function pack(array $grounds): string
    {
        return json_encode(
            array_map(static fn (self $ground): array => [$ground->type->value, ...$ground->of], $grounds),
            JSON_UNESCAPED_UNICODE | JSON_INVALID_UTF8_SUBSTITUTE | JSON_THROW_ON_ERROR,
        );
    }

    /**
     * Words of a packed list, with semicolons between; grounds of types that this release does not know are left out.
     */
    public static function wordsOf(string $packed): string
    {
        $words = [];
        $told = json_decode($packed, true);
        foreach (is_array($told) ? $told : [] as $of) {
            $of = is_array($of) ? array_values(array_filter($of, is_scalar(...))) : [];
            $type = GroundType::tryFrom((string) array_shift($of));
            $given = array_map(static fn (bool|float|int|string $one): string => (string) $one, $of);
            $type === null || ($words[] = (new self($type, $given))->words());
        }

        return implode('; ', $words);
    }

    public function words(): string
    {
        [$a, $b] = $this->of + ['', ''];

        return match ($this->type) {
            GroundType::Question => 'it is put as a question',
            GroundType::Reading => "“{$a}” asks for something to read",
            GroundType::Doing => "“{$a}” is something that people do",
            GroundType::OwnBrand => 'it names the store',
            GroundType::MakerShop => 'it asks about a maker’s own shop',
            GroundType::Plural => 'it is put in the plural',
            GroundType::Choice => "“{$a}” asks for a choice",
            GroundType::Broad => 'it is short and broad',
            GroundType::WhichOne => 'it says in several words which one',
            GroundType::MakerAndMore => 'it names a maker',
            GroundType::MakerAlone => 'it names a maker, and hardly more',
            GroundType::NamedProduct => 'one product goes by this name',
            GroundType::OneProduct => 'one product in stock has all its words',
            GroundType::Products => "{$a} products in stock have all its words",
            GroundType::Seen => "{$a}% of its impressions are of our ".self::pages((string) $b),
            GroundType::Results => "{$a}% of the first results are ".self::pages((string) $b),
            GroundType::Nothing => 'nothing tells otherwise',
            GroundType::Person => 'somebody said so',
        };
    }

    private static function pages(string $kind): string
    {
        return match (AskedFor::tryFrom($kind)) {
            AskedFor::Collection => 'collections',
            AskedFor::Product => 'products',
            default => 'articles',
        };
    }
}
