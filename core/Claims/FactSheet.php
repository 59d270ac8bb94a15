<?php

declare(strict_types=1);

namespace Orchard\Core\Claims;

use Orchard\Core\Terms\TermForm;

/** What is known of a page, as text checks ask for it: figures, what its words mean, names, guarantees. */
final class FactSheet
{
    /** What a fact "suitable for" says, by what texts make of it. */
    private const SUITABLE = [
        'ovenproof' => 'oven|backofen|ofen',
        'dishwasher-safe' => 'dishwashers?|spülmaschinen?|geschirrspüler',
        'microwave-safe' => 'microwaves?|mikrowellen?',
        'washable' => 'washing machines?|waschmaschinen?',
    ];

    /** @var array<string, array<string, Quantity>> each once, by what they measure */
    private array $quantities = [];

    /** @var array<string, array<string, Quantity>> */
    private array $guarantees = [];

    /** @var array<string, true> */
    private array $concepts = [];

    /** All facts in one folded line, for codes and names. */
    private string $line = ' ';

    /** @var array<string, ClaimReader> by language */
    private array $readers = [];

    /** @var array<string, ClaimReader> by language; readers remember words, and nothing of what they read */
    private static array $shared = [];

    /** @var array<string, ClaimWords> by language */
    private array $words = [];

    /**
     * @param  iterable<int|string, string>  $facts  what the page's facts say, in any language; a fact that has a name
     *     such as "guarantee" stands under it
     */
    public function __construct(iterable $facts)
    {
        foreach (ClaimReader::LANGUAGES as $language) {
            $this->readers[$language] = self::$shared[$language] ??= new ClaimReader($language);
            $this->words[$language] = ClaimWords::of($language);
        }
        foreach ($facts as $name => $fact) {
            // "Leakproof: no" is a fact, and says the contrary of its name.
            if (is_string($name) && preg_match('/^\s*(?:no|none|false|nein|keine?s?)\s*\.?$/iu', $fact) === 1) {
                continue;
            }
            $this->add(is_string($name) ? "$name: $fact" : $fact);
        }
    }

    public function holds(Claim $claim): bool
    {
        return match ($claim->type) {
            ClaimType::Guarantee => $claim->quantity === null
                ? isset($this->concepts[$claim->concept])
                : $this->agrees($claim->quantity, $this->guarantees),
            ClaimType::Figure, ClaimType::Price => $claim->quantity !== null &&
                ($this->agrees($claim->quantity, $this->quantities) || $this->isSaving($claim->quantity)),
            ClaimType::Name => $this->names($claim->concept),
            default => isset($this->concepts[$claim->concept]),
        };
    }

    private function add(string $fact): void
    {
        $folded = implode(' ', ClaimWords::split($fact));
        $this->line .= "$folded ";
        foreach ($this->readers as $language => $reader) {
            foreach ($reader->read($fact) as $claim) {
                if ($claim->quantity !== null) {
                    $one = $claim->quantity;
                    $this->quantities[$one->of][$one->key()] = $one;
                    $claim->type === ClaimType::Guarantee && ($this->guarantees[$one->of][$one->key()] = $one);
                } elseif ($claim->type !== ClaimType::Name) {
                    foreach ($this->words[$language]->with($claim->concept) as $concept) {
                        $this->concepts[$concept] = true;
                    }
                    // Whatever it is certified by, it is certified.
                    $claim->type === ClaimType::Certificate && ($this->concepts['certified'] = true);
                }
            }
        }
        // Whoever bears a certificate is certified, whether we know its name or not.
        if (preg_match('/^(?:certificates?|certified|siegel|zertifikate?|tested to|geprüft nach)\b/iu', $fact) === 1) {
            $this->concepts['certified'] = true;
        }
        foreach (self::SUITABLE as $concept => $for) {
            if (
                preg_match('/^(?:suitable for|safe (?:in|for)|geeignet f[uü]r)\b.*\b(?:'.$for.')\b/iu', $fact) === 1
            ) {
                $this->concepts[$concept] = true;
            }
        }
        // Protection by IEC 60529: from the second figure 4 on splashes do no harm.
        if (preg_match('/\bIP[X\d][4-9]\b/i', $fact) === 1) {
            $this->concepts['water-resistant'] = true;
        }
        // What measures from this to that can be set to it.
        if (preg_match('/^(?:length|height|länge|höhe)\b.*\d\s*(?:to|bis|-|–)\s*\d/iu', $fact) === 1) {
            $this->concepts['adjustable'] = true;
        }
        // A guarantee for life is a guarantee.
        if (isset($this->concepts['lifetime'])) {
            $this->concepts['guarantee'] = true;
        }
    }

    /** @param  array<string, array<string, Quantity>>  $facts */
    private function agrees(Quantity $claimed, array $facts): bool
    {
        foreach ($facts[$claimed->of] ?? [] as $fact) {
            if ($claimed->agreesWith($fact)) {
                return true;
            }
        }

        return false;
    }

    /** "Save 20%" is true where two of its prices are that far apart. */
    private function isSaving(Quantity $claimed): bool
    {
        if ($claimed->of !== 'share') {
            return false;
        }
        foreach ($this->quantities as $of => $prices) {
            foreach (str_starts_with($of, 'price') ? $prices : [] as $was) {
                foreach ($prices as $now) {
                    if ($was->low > $now->low && abs(100 * (1 - $now->low / $was->low) - $claimed->low) <= 0.6) {
                        return true;
                    }
                }
            }
        }

        return false;
    }

    private function names(string $name): bool
    {
        $folded = implode(' ', ClaimWords::split($name));

        return $folded === '' ||
            str_contains($this->line, " $folded ") ||
            str_contains(str_replace(' ', '', $this->line), TermForm::fold(str_replace(' ', '', $folded)));
    }
}
