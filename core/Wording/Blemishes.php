<?php

declare(strict_types=1);

namespace Orchard\Core\Wording;

/** What a reader would stumble over in a text: vague, shouting, left over, out of date, said twice. */
final class Blemishes
{
    /** What tells a searcher nothing, in the languages that the demo and its likes write; alone or with the brand. */
    private const VAGUE = [
        'home', 'homepage', 'home page', 'index', 'welcome', 'products', 'product', 'all products', 'new product',
        'shop', 'shop all', 'store', 'online shop', 'page', 'untitled', 'collection', 'collections', 'category',
        'default', 'start', 'startseite', 'willkommen', 'produkte', 'alle produkte', 'kategorie', 'unbenannt',
        'accueil', 'bienvenue', 'produits', 'tous les produits', 'boutique', 'sans titre', 'catégorie', 'inicio',
        'bienvenido', 'productos', 'todos los productos', 'tienda', 'categoría', 'sin título',
    ];

    /** Pieces of templates and markup that were to become words. */
    private const LEFTOVER =
        '~\{\{|\}\}|\{%|%\}|\[\[|\]\]|\$\{|<\/?[a-z][^>]*>|&(?:[a-z]{2,8}|#x?[0-9a-f]{2,6});|%[sd]\b|\blorem ipsum\b|'.
        '\b(?:undefined|NaN|null|TODO|FIXME|xxx)\b|\[(?:name|title|brand|product|price|city)\]~i';

    private const EMOJI = '/[\x{2600}-\x{27BF}\x{1F000}-\x{1FAFF}\x{2B50}\x{2B55}]/u';

    /** Years that stand for themselves, not for a size or a number. */
    private const YEAR = '/(?<![\p{L}\p{N}.,-])(20[1-3]\d)(?![\p{L}\p{N}]|[.,-]\d|\s?(?:cm|mm|ml|lm|k|w|g|kg|px)\b)/ui';

    /** Times that a word of four letters and more may stand in a title before it is stuffing. */
    private const MOST_OF_A_WORD = 2;

    /** @return int bits of Check */
    public static function bits(TextField $field, string $shown, TextContext $context): int
    {
        $own = trim($context->own($shown));
        $bits = 0;
        foreach (
            [
                Check::Vague->value => self::isVague($own, $context),
                Check::BrandTwice->value => self::holdsTwice($shown, $context->brand),
                Check::Shouting->value => self::isShouting($own),
                Check::Leftover->value => preg_match(self::LEFTOVER, $own) === 1,
                Check::OldYear->value => self::hasOldYear($own, $context->year),
                Check::Stuffed->value => $field === TextField::Title && self::isStuffed($own),
                Check::SameAsTitle->value => $field === TextField::Description && self::saysTheTitle($own, $context),
                Check::BrandMissing->value => $field === TextField::Title && self::lacksBrand($shown, $context->brand),
                Check::Forbidden->value => $context->house->forbiddenIn($shown) !== [],
                Check::Unmet->value => $context->house->lackingIn($shown) !== [],
                Check::Misspelt->value => $context->misspelt > 0,
            ] as $bit => $holds
        ) {
            $bits |= $holds ? $bit : 0;
        }
        if ($context->lead !== '' && $own !== '') {
            $bits |= match (true) {
                ! LeadTerm::standsIn($own, $context->lead) => Check::LeadMissing->value,
                $field === TextField::Title && ! LeadTerm::isEarly($own, $context->lead) => Check::LeadLate->value,
                default => 0,
            };
        }

        return ($bits | PageFit::bits($field, $own, $context)) & ~$context->house->off;
    }

    private static function lacksBrand(string $shown, string $brand): bool
    {
        return $brand !== '' &&
            preg_match('~(?<![\p{L}\p{N}])'.preg_quote($brand, '~').'(?![\p{L}\p{N}])~ui', $shown) !== 1;
    }

    private static function isVague(string $own, TextContext $context): bool
    {
        $plain = mb_strtolower($own);
        if ($context->brand !== '') {
            $brand = preg_quote(mb_strtolower($context->brand), '~');
            $plain = (string) preg_replace(
                "~\\s*[|–—\\-·:,]*\\s*$brand\\s*$|^\\s*$brand\\s*[|–—\\-·:,]*\\s*~u",
                '',
                $plain,
            );
        }

        return in_array(trim($plain, " \t.!:"), [...self::VAGUE, ''], true);
    }

    private static function holdsTwice(string $shown, string $brand): bool
    {
        return $brand !== '' &&
            preg_match_all('~(?<![\p{L}\p{N}])'.preg_quote($brand, '~').'(?![\p{L}\p{N}])~ui', $shown) > 1;
    }

    private static function isShouting(string $own): bool
    {
        return preg_match(self::EMOJI, $own) === 1 ||
            preg_match('/([!?])\s*\1|[!?]{2}|\.{4}|\p{Lu}{5,}\W+\p{Lu}{5,}|★|►|✓/u', $own) === 1 ||
            (preg_match_all('/\p{L}/u', $own) >= 10 &&
                preg_match('/\p{Ll}/u', $own) !== 1 &&
                preg_match('/\p{Lu}/u', $own) === 1);
    }

    private static function hasOldYear(string $own, int $year): bool
    {
        if ($year === 0 || preg_match_all(self::YEAR, $own, $found) === 0) {
            return false;
        }

        // A text that also names this year or a coming one, such as a span, is up to date.
        return array_filter($found[1], static fn (string $told): bool => (int) $told >= $year) === [];
    }

    private static function isStuffed(string $own): bool
    {
        preg_match_all('/\p{L}{4,}/u', mb_strtolower($own), $found);

        return $found[0] !== [] && max(array_count_values($found[0])) > self::MOST_OF_A_WORD;
    }

    private static function saysTheTitle(string $own, TextContext $context): bool
    {
        $title = mb_strtolower(trim($context->own($context->other)));

        return $title !== '' && rtrim(mb_strtolower($own), '. ') === $title;
    }
}
