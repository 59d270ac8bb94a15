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

    /** What nobody has to list: "the quietest", "die leiseste"; not what only ends like one. */
    private const MOST = [
        'en' => '/\bthe\s+(?:\w+\s+)?(?!(?:best|rest|test|west|east|guest|chest|nest|forest|harvest|request|contest|'.
            'interest|honest|modest|earnest|latest|protest|priest|manifest|crest|digest|arrest|conquest)\b)'.
            '([a-z]{2,}est)\b/i',
        'de' => '/\b(?i:der|die|das|den|dem|des|am|unsere?|ihre?|deine?)\s+(?!erst|nächst|letzt|meist|fest|ernst|best|'.
            'rest|mindest|wenigst|selbst|oberst|unterst|äußerst|vorderst|hinterst|liebst|jüngst|gewünscht|trost)'.
            '(\p{Ll}{3,}st(?:e|en|er|es|em))\b/u',
    ];

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
        $said = $this->said($plain);
        array_push($claims, ...$this->codes($plain), ...$this->named($plain), ...$said);
        array_push($claims, ...$this->most($plain, array_column($said, 'at')));
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
            $isCount = $quantity->of === Quantity::PLAIN;
            // Half of a something that is no unit is no figure.
            if ($one['isWord'] && $isCount && ($quantity->low < 1 || ! $this->counts($text, $one))) {
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
            str_contains($one['text'], 'utzend') ||
            preg_match(
                '/(?:\b(?:set|pack|box|bundle)s? of|\b(?:set|paket|pack|box) (?:aus|mit|von|zu))\s+$/iu',
                substr($text, 0, $one['at']),
            ) === 1;
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
            if ($hit[0] === 'cream' && $this->isTheThing($text, $from[1], $from[0])) {
                continue;
            }
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

    /**
     * @param  list<int>  $known  bytes at which superlatives of the lists stand
     * @return list<Claim> superlatives that no list has
     */
    private function most(string $text, array $known): array
    {
        $claims = [];
        if (isset(self::MOST[$this->language])) {
            preg_match_all(self::MOST[$this->language], $text, $found, PREG_OFFSET_CAPTURE);
            foreach ($found[1] as [$word, $at]) {
                in_array($at, $known, true) ||
                    ($claims[] = new Claim(ClaimType::Superlative, $word, $at, 'most '.mb_strtolower($word)));
            }
        }

        return $claims;
    }

    /** Whether a word is the cream in a jar, and not the colour: "a vegan cream," and not "in cream and rust". */
    private function isTheThing(string $text, int $at, string $word): bool
    {
        $isColour = preg_match('/(?:\b(?:in|and|or|und|oder)|[,&:])\s*$/iu', substr($text, 0, $at)) === 1;
        if ($isColour || $this->words === null) {
            return false;
        }

        return $this->language === 'de'
            ? preg_match('/^Creme/u', $word) === 1
            : preg_match(
                '/^\s*(?:[,.;:!?]|$|(?:for|with|of|from|by|that)\b)/iu',
                substr($text, $at + strlen($word)),
            ) === 1;
    }

    private function isNear(string $text, int $at, int $length, string $pattern): bool
    {
        $from = max(0, $at - self::NEAR);

        return preg_match($pattern, mb_strcut(substr($text, $from), 0, $at - $from + $length + self::NEAR)) === 1;
    }
}
