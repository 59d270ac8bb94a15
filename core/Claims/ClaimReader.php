<?php

declare(strict_types=1);

namespace Orchard\Core\Claims;

/**
 * Reads what a text claims. Words without a claim are left alone; of languages other than English and German only
 * figures, codes and names are read.
 */
final readonly class ClaimReader
{
    public const LANGUAGES = ['en', 'de'];

    /** Words of claims that claim nothing here; each is blanked before the text is read. */
    private const IDIOMS =
        '/\b(?:at best|best before|best wishes|all the best|do(?:es)? (?:its|their|your) best|'.
        'best (?:kept|placed|cleaned|hung|used|stored|enjoyed|paired|seen|washed|dried|left|worn|served|of all)|'.
        'am besten|(?:do not|dont|cool|warm|hot) iron|iron (?:on|at|inside)|(?:ice|hand|face|whipped|sour) cream|'.
        'black friday|golden hour|silver birch|red carpet|white glove|(?:red|white) wine|(?:green|black|white) tea|'.
        'orange juice|french (?:windows?|press|doors?|polish|toast)|dutch oven|danish pastry|indian summer|'.
        'english breakfast|(?:a )?glass of|feel free|free time|hands?[- ]free|free ?standing|free from|freely|'.
        'wood[- ]burning|stones? throw|weißwein|rotwein|grüner tee|schwarzer tee|eisbrecher|handcreme|glas wasser|'.
        'glas wein|goldene stunde|in die freie|im freien|freistehend)\b/iu';

    private const GUARANTEE = '/\b(?:guarantee[ds]?|warrant(?:y|ies)|garantie\w*|gewährleistung)\b/iu';

    private const LIFETIME = '/\b(?:lifetime|lifelong|for life|lebenslang\w*|ein leben lang)\b/iu';

    /** Bytes on either side in which a guarantee and its time belong together. */
    private const NEAR = 34;

    private QuantityReader $quantities;

    private ?ClaimWords $words;

    /** @param  list<string>  $names  makers and other names that a text may use falsely */
    public function __construct(private string $language, private array $names = [])
    {
        $this->quantities = new QuantityReader();
        $this->words = in_array($language, self::LANGUAGES, true) ? ClaimWords::of($language) : null;
    }

    /** Whether words are read, too, and not only figures and names. */
    public function readsWords(): bool
    {
        return $this->words !== null;
    }

    /** @return list<Claim> in their order */
    public function read(string $text): array
    {
        $plain = (string) preg_replace_callback(
            self::IDIOMS,
            static fn (array $found): string => str_repeat(' ', strlen($found[0])),
            $text,
        );
        $claims = [...$this->figures($plain), ...$this->guarantees($plain)];
        array_push($claims, ...$this->codes($plain), ...$this->named($plain), ...$this->said($plain));
        usort($claims, static fn (Claim $a, Claim $b): int => $a->at <=> $b->at);

        return $claims;
    }

    /** @return list<Claim> */
    private function figures(string $text): array
    {
        $claims = [];
        foreach ($this->quantities->read($text) as $one) {
            $quantity = $one['quantity'];
            $isTime = in_array($quantity->of, ['months', 'days'], true);
            $isGuarantee = $isTime && $this->isNear($text, $one['at'], strlen($one['text']), self::GUARANTEE);
            // "Once a year" claims no year; "a year's guarantee" does.
            if (
                preg_match('/^(?:a|an|ein\w*)[\s-]/iu', $one['text']) === 1 &&
                $quantity->low === $quantity->high &&
                ! $isGuarantee &&
                $quantity->low <= 12.0 &&
                $isTime
            ) {
                continue;
            }
            if ($one['isWord'] && $quantity->of === Quantity::PLAIN && ! $this->counts($text, $one)) {
                continue;
            }
            $claims[] = new Claim(
                match (true) {
                    $isGuarantee => ClaimType::Guarantee,
                    str_starts_with($quantity->of, 'price') => ClaimType::Price,
                    default => ClaimType::Figure,
                },
                $one['text'],
                $one['at'],
                quantity: $quantity,
            );
        }

        return $claims;
    }

    /**
     * Whether a number in words counts something: "six shades", and not "one or two" or "for two".
     *
     * @param  array{text: string, at: int, ...}  $one
     */
    private function counts(string $text, array $one): bool
    {
        return preg_match(
            '/^[\s-]+(?!(?:or|and|to|in|at|as|oder|und|zu|im|mal|times)\b|of (?:us|you|them)\b)\pL{3,}/iu',
            substr($text, $one['at'] + strlen($one['text'])),
        ) === 1 ||
            str_contains($one['text'], 'dozen') ||
            str_contains($one['text'], 'utzend');
    }

    /** @return list<Claim> guarantees without a time, or for life */
    private function guarantees(string $text): array
    {
        $claims = [];
        preg_match_all(self::GUARANTEE, $text, $found, PREG_OFFSET_CAPTURE);
        foreach ($found[0] as [$word, $at]) {
            $isForLife = $this->isNear($text, $at, strlen($word), self::LIFETIME);
            $claims[] = new Claim(ClaimType::Guarantee, $word, $at, $isForLife ? 'lifetime' : 'guarantee');
        }

        return $claims;
    }

    /** @return list<Claim> codes such as E27, IP44 or a model's number; "54cm" is one too, and a figure before that */
    private function codes(string $text): array
    {
        $claims = [];
        preg_match_all(
            '/(?<![\pL\pN.,])(?=[\pL\pN]*\d)(?=[\pL\pN]*\pL)[\pL\pN]+(?:-(?=\pL*\d)[\pL\pN]+)*/u',
            $text,
            $found,
            PREG_OFFSET_CAPTURE,
        );
        foreach ($found[0] as [$code, $at]) {
            $claims[] = new Claim(ClaimType::Name, $code, $at, mb_strtolower($code));
        }

        return $claims;
    }

    /** @return list<Claim> makers that the store knows, and whoever a thing is said to be by */
    private function named(string $text): array
    {
        $claims = [];
        foreach ($this->names as $name) {
            if (
                $name !== '' &&
                stripos($text, $name) !== false &&
                preg_match(
                    '/(?<![\pL\pN])'.preg_quote($name, '/').'(?![\pL\pN])/iu',
                    $text,
                    $found,
                    PREG_OFFSET_CAPTURE,
                ) === 1
            ) {
                $claims[$found[0][1]] = new Claim(ClaimType::Name, $found[0][0], $found[0][1], mb_strtolower($name));
            }
        }
        $by =
            $this->language === 'de'
                ? '/\b(?:von|aus dem Hause)\s+(\p{Lu}\p{Ll}+(?:\s+(?:&\s+)?\p{Lu}\p{Ll}+)+)/u'
                : '/\bby\s+(\p{Lu}\p{Ll}+(?:\s+(?:&\s+)?\p{Lu}\p{Ll}+)*)/u';
        preg_match_all(
            $by,
            $this->language === 'de' || $this->language === 'en' ? $text : '',
            $found,
            PREG_OFFSET_CAPTURE,
        );
        foreach ($found[1] ?? [] as [$name, $at]) {
            $claims[$at] ??= new Claim(ClaimType::Name, $name, $at, mb_strtolower($name));
        }

        return array_values($claims);
    }

    /** @return list<Claim> materials, colours, origins, certificates, properties, superlatives and what is free */
    private function said(string $text): array
    {
        if ($this->words === null) {
            return [];
        }
        preg_match_all('/[\pL\pN]+(?:[\'’]\pL+)?/u', $text, $found, PREG_OFFSET_CAPTURE);
        $words = array_map(static fn (array $one): string => implode('', ClaimWords::split($one[0])), $found[0]);
        $claims = [];
        for ($nth = 0; $nth < count($words); $nth++) {
            $hit = $words[$nth] === '' ? null : $this->words->at($words, $nth);
            if ($hit === null) {
                continue;
            }
            [$from, $last] = [$found[0][$nth], $found[0][$nth + $hit[1] - 1]];
            $claims[] = new Claim(
                $this->words->type($hit[0]),
                substr($text, $from[1], $last[1] + strlen($last[0]) - $from[1]),
                $from[1],
                $hit[0],
            );
            $nth += $hit[1] - 1;
        }

        return $claims;
    }

    private function isNear(string $text, int $at, int $length, string $pattern): bool
    {
        $from = max(0, $at - self::NEAR);

        return preg_match($pattern, mb_strcut(substr($text, $from), 0, $at - $from + $length + self::NEAR)) === 1;
    }
}
