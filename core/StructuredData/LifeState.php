<?php

declare(strict_types=1);

namespace Orchard\Core\StructuredData;

/** How a product lives: each state asks for something else of its page. */
enum LifeState: int
{
    case Unknown = 0;
    case Selling = 1;
    case OutOfStock = 2;
    case BackOn = 3;
    case Resting = 4;
    case Discontinued = 5;
    case Replaced = 6;

    /** What a badge on a page may say; each is one of the words below. */
    private const BADGES = '/discontinued|no longer available|nicht mehr lieferbar|descatalogado|sold out|out of stock|ausverkauft|nicht auf lager|épuisé|agotado|esaurito|uitverkocht|out of season|saisonpause/iu';

    private const WORDS = [
        'selling' => self::Selling,
        'in stock' => self::Selling,
        'available' => self::Selling,
        'active' => self::Selling,
        'yes' => self::Selling,
        'auf lager' => self::Selling,
        'lieferbar' => self::Selling,
        'en stock' => self::Selling,
        'disponible' => self::Selling,
        'disponibile' => self::Selling,
        'op voorraad' => self::Selling,
        'out of stock' => self::OutOfStock,
        'sold out' => self::OutOfStock,
        'unavailable' => self::OutOfStock,
        'no' => self::OutOfStock,
        'ausverkauft' => self::OutOfStock,
        'nicht auf lager' => self::OutOfStock,
        'épuisé' => self::OutOfStock,
        'agotado' => self::OutOfStock,
        'esaurito' => self::OutOfStock,
        'uitverkocht' => self::OutOfStock,
        'back order' => self::BackOn,
        'backorder' => self::BackOn,
        'preorder' => self::BackOn,
        'pre order' => self::BackOn,
        'back soon' => self::BackOn,
        'back on a date' => self::BackOn,
        'vorbestellbar' => self::BackOn,
        'précommande' => self::BackOn,
        'resting' => self::Resting,
        'out of season' => self::Resting,
        'seasonal' => self::Resting,
        'saisonpause' => self::Resting,
        'discontinued' => self::Discontinued,
        'retired' => self::Discontinued,
        'end of life' => self::Discontinued,
        'no longer available' => self::Discontinued,
        'eingestellt' => self::Discontinued,
        'nicht mehr lieferbar' => self::Discontinued,
        'arrêté' => self::Discontinued,
        'descatalogado' => self::Discontinued,
        'replaced' => self::Replaced,
        'superseded' => self::Replaced,
        'ersetzt' => self::Replaced,
        'remplacé' => self::Replaced,
    ];

    /** The state that a word in a file or on a page means; null where it means none. */
    public static function fromWords(string $text): ?self
    {
        $plain = trim((string) preg_replace('/[\s_\-]+/u', ' ', mb_strtolower($text)));

        return self::WORDS[$plain] ?? null;
    }

    /** The state that an availability of schema.org means (ItemAvailability, as URL or bare name). */
    public static function fromAvailability(string $value): ?self
    {
        return match (strtolower(trim((string) preg_replace('~^.*[/#:]~', '', trim($value))))) {
            'instock', 'instoreonly', 'onlineonly', 'limitedavailability', 'madetoorder' => self::Selling,
            'outofstock', 'soldout' => self::OutOfStock,
            'backorder', 'preorder', 'presale', 'reserved' => self::BackOn,
            'discontinued' => self::Discontinued,
            default => self::fromWords($value),
        };
    }

    /**
     * The state that a short line of a text means, such as a badge beside the price.
     *
     * @param  string  $text  lines parted by line ends; one of more than 60 bytes is no badge
     */
    public static function fromText(string $text): ?self
    {
        if (str_contains($text, "\n")) {
            foreach (preg_match(self::BADGES, $text) === 1 ? explode("\n", $text) : [] as $line) {
                $state = strlen($line) <= 60 ? self::fromText($line) : null;
                if ($state !== null) {
                    return $state;
                }
            }

            return null;
        }

        return preg_match(self::BADGES, $text, $found) === 1 ? self::WORDS[mb_strtolower($found[0])] ?? null : null;
    }

    public function label(): string
    {
        return match ($this) {
            self::Unknown => 'not known',
            self::Selling => 'selling',
            self::OutOfStock => 'out of stock',
            self::BackOn => 'back on a date',
            self::Resting => 'resting out of season',
            self::Discontinued => 'discontinued',
            self::Replaced => 'replaced',
        };
    }

    public function key(): string
    {
        return strtolower((string) preg_replace('/(?<!^)[A-Z]/', '-$0', $this->name));
    }

    public static function fromKey(string $key): ?self
    {
        foreach (self::cases() as $state) {
            if ($state->key() === $key) {
                return $state;
            }
        }

        return null;
    }
}
