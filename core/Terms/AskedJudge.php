<?php

declare(strict_types=1);

namespace Orchard\Core\Terms;

use Orchard\Core\Reasons\Reason;

/**
 * Tells what a term asks for from its words, the store's products, the pages that are seen for it and the pages that
 * hold the first results. Each piece of evidence adds its weight to a kind, as logarithms of odds add up where evidence
 * is independent; strengths are their soft maximum. The weights are stated here, and were set on the lamp terms of the
 * tests alone; the other fields there were judged without touching them.
 */
final readonly class AskedJudge
{
    private const HOW =
        '/^(how|what|whats|why|when|where|which|who|can|could|does|do|is|are|should|will|wie|'.
        'wieviel|was|ist|sind|darf|muss|soll|hat|warum|wieso|wann|wo|welche[rsmn]?|kann|kommen|comment|pourquoi|'.
        'quand|quel|quelle|quels|quelles|combien|como|que|cual|cuando|donde|cuanto|por)$/';

    private const LEARNING =
        '/\b(ideas?|inspiration|guides?|tips?|tutorials?|diy|meaning|history|vs|versus|'.
        'difference|differences|explained|instructions|checklist|examples?|pros and cons|step by step|mistakes|'.
        'ideen|ratgeber|anleitung|unterschied|tipps|vergleich|bedeutung|selber machen|selber bauen|idees|'.
        'conseils?|guide d.achat|difference entre|ideas para|consejos|guia|diferencia)\b/';

    /** Work on a thing that somebody has. */
    private const DOING =
        '/\b(to (clean|install|hang|wire|change|choose|make|fix|repair|remove|measure|wash|paint|'.
        'use|care|store|fold|pack|wear|tie|season|cook|sharpen|rewire|style|arrange|position)|cleaning|'.
        'installing|hanging height|wiring|care|washing|reinigen|aufhangen|montieren|anschliessen|pflegen|waschen|'.
        'nettoyer|installer|accrocher|limpiar|instalar|colgar)\b/';

    private const NAVIGATION =
        '/\b(login|sign in|contact|returns?|delivery|shipping|discount code|voucher|coupon|'.
        'promo code|opening hours|reviews?|customer service|phone number|jobs|gutschein|versand|kontakt|'.
        'livraison|avis|contacto|envio)\b/';

    private const MANY =
        '/\b(collections?|range|ranges|sets?|types|sale|deals?|offers?|outlet|shop|store|online|'.
        'best|top|gifts?|kollektion|angebote|sale|kaufen|geschenke?|gamme|soldes|cadeaux?|coleccion|ofertas|'.
        'regalos?|brands|for sale|under|below|unter|moins de|menos de)\b/';

    public function __construct(private string $language)
    {
    }

    /** @param  string  $normal  as TermForm::normal() tells it */
    public function of(string $normal, TermEvidence $evidence): Asked
    {
        $words = TermForm::words($normal);
        $folded = TermForm::fold(implode(' ', $words));
        /** @var list<array{float, AskedFor, Reason}> $parts */
        $parts = [];
        $first = TermForm::fold($words[0] ?? '');
        $isQuestion = (count($words) > 2 && preg_match(self::HOW, $first) === 1) || str_contains($normal, '?');
        if ($isQuestion) {
            $parts[] = [4.0, AskedFor::Article, new Reason(GroundType::Question)];
        }
        if (preg_match(self::LEARNING, $folded, $found) === 1) {
            $parts[] = [3.5, AskedFor::Article, new Reason(GroundType::Reading, [$found[1]])];
        }
        if (preg_match(self::DOING, $folded, $found) === 1) {
            $parts[] = [3.8, AskedFor::Article, new Reason(GroundType::Doing, [$found[1]])];
        }
        if ($evidence->ownBrand) {
            $parts[] = [6.0, AskedFor::Brand, new Reason(GroundType::OwnBrand)];
        } elseif (preg_match(self::NAVIGATION, $folded) === 1 && $evidence->maker) {
            $parts[] = [1.5, AskedFor::Maker, new Reason(GroundType::MakerShop)];
        }
        array_push($parts, ...$this->products($words, $evidence));
        $last = $words === [] ? '' : $words[count($words) - 1];
        $head = in_array($this->language, ['fr', 'es'], true) ? $words[0] ?? '' : $last;
        $isPlural = $head !== '' && Inflection::isPlural($head, $this->language);
        if ($isPlural) {
            $parts[] = [1.4, AskedFor::Collection, new Reason(GroundType::Plural)];
        }
        if (preg_match(self::MANY, $folded, $found) === 1) {
            $parts[] = [1.0, AskedFor::Collection, new Reason(GroundType::Choice, [$found[1]])];
        }
        if (count($words) <= 2 && ! $evidence->maker) {
            $parts[] = [0.8, AskedFor::Collection, new Reason(GroundType::Broad)];
        }
        $describing = count(
            array_filter(
                $words,
                fn (string $word): bool => preg_match('/\d/', $word) === 1 ||
                    DescribingWords::isFree(Inflection::form($word, $this->language)) ||
                    DescribingWords::isMaterial(Inflection::form($word, $this->language)),
            ),
        );
        if ($describing > 1 && count($words) > 3 && ! $isPlural) {
            $parts[] = [0.5 * ($describing - 1), AskedFor::Product, new Reason(GroundType::WhichOne)];
        }
        array_push($parts, ...self::shown($evidence));

        return self::told($parts);
    }

    /**
     * @param  list<string>  $words
     * @return list<array{float, AskedFor, Reason}>
     */
    private function products(array $words, TermEvidence $evidence): array
    {
        $parts = [];
        $beyond = count($evidence->beyond);
        if ($evidence->maker) {
            $parts[] =
                $beyond > 2 || $evidence->named > 0
                    ? [1.0, AskedFor::Maker, new Reason(GroundType::MakerAndMore)]
                    : [5.0, AskedFor::Maker, new Reason(GroundType::MakerAlone)];
        }
        if ($evidence->products === null) {
            return $parts;
        }
        if ($evidence->named > 0) {
            $parts[] = [4.0, AskedFor::Product, new Reason(GroundType::NamedProduct)];
        } elseif ($evidence->products === 1 && count($words) > 2) {
            $parts[] = [0.6, AskedFor::Product, new Reason(GroundType::OneProduct)];
        } elseif ($evidence->products >= 4 && ! $evidence->maker) {
            $parts[] = [
                min(3.0, 0.5 + 0.8 * log($evidence->products / 2)),
                AskedFor::Collection,
                new Reason(GroundType::Products, [$evidence->products]),
            ];
        } elseif ($evidence->products >= 2 && ! $evidence->maker) {
            $parts[] = [0.6, AskedFor::Collection, new Reason(GroundType::Products, [$evidence->products])];
        }

        return $parts;
    }

    /** @return list<array{float, AskedFor, Reason}> what is shown for the term, by us and by others */
    private static function shown(TermEvidence $evidence): array
    {
        $parts = [];
        $told = [[$evidence->seen, 1.5, GroundType::Seen], [$evidence->results, 2.5, GroundType::Results]];
        foreach ($told as [$counts, $weight, $type]) {
            $all = array_sum($counts);
            if ($all <= 0) {
                continue;
            }
            foreach ($counts as $name => $count) {
                $kind = AskedFor::tryFrom($name);
                $share = $count / $all;
                if ($kind !== null && $share > 0.4) {
                    // Few impressions say little: those of 30 count half.
                    $trust = $all / ($all + ($weight > 2 ? 3 : 30));
                    $parts[] = [
                        $weight * $share * $trust,
                        $kind,
                        new Reason($type, [(int) round(100 * $share), $kind->value]),
                    ];
                }
            }
        }

        return $parts;
    }

    /** @param  list<array{float, AskedFor, Reason}>  $parts */
    private static function told(array $parts): Asked
    {
        $sums = [];
        foreach (AskedFor::cases() as $kind) {
            $sums[$kind->value] = $kind === AskedFor::Collection ? 0.6 : ($kind === AskedFor::Product ? 0.2 : -1.0);
        }
        foreach ($parts as [$weight, $kind]) {
            $sums[$kind->value] += $weight;
        }
        $odds = array_map(exp(...), $sums);
        $all = array_sum($odds);
        $shares = array_map(static fn (float $odd): float => $odd / $all, $odds);
        arsort($shares);
        $best = AskedFor::from((string) array_key_first($shares));
        $for = array_filter($parts, static fn (array $part): bool => $part[1] === $best);
        usort($for, static fn (array $a, array $b): int => $b[0] <=> $a[0]);
        $because = array_map(static fn (array $part): Reason => $part[2], $for);

        return new Asked(
            $best,
            $shares[$best->value],
            $because === [] ? [new Reason(GroundType::Nothing)] : $because,
            $shares,
        );
    }
}
