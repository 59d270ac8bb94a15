<?php

declare(strict_types=1);

namespace Orchard\Core\Robots;

/**
 * The rules of a robots.txt for one crawler (RFC 9309).
 *
 * Groups whose user-agent line names our product token (letters, "-" and "_", no matter the case) are joined; without
 * one the groups for "*" count; without those everything is allowed. The longest matching rule wins, "allow" wins a
 * tie; "*" stands for any run of characters and "$" for the end. Percent-encoding is compared in one form. Files over
 * 500 KiB are read up to that size (section 2.5).
 */
final readonly class RobotsTxt
{
    public const MAX_BYTES = 512000;

    /** @param  list<array{pattern: string, allow: bool, line: int}>  $rules longest first, allow before disallow */
    private function __construct(private array $rules, private bool $shut, public ?float $crawlDelay)
    {
    }

    public static function parse(string $file, string $token): self
    {
        $token = strtolower($token);
        /** @var array<string, list<array{pattern: string, allow: bool, line: int}>> $rules */
        $rules = [];
        /** @var array<string, float> $delays */
        $delays = [];
        $agents = [];
        $inRules = false;
        $file = (string) preg_replace('/^\xEF\xBB\xBF/', '', substr($file, 0, self::MAX_BYTES));
        foreach (preg_split('/\r\n|\r|\n/', $file) ?: [] as $number => $line) {
            $line = trim((string) preg_replace('/#.*$/', '', $line));
            if (preg_match('/^([a-z\-]+)\s*:\s*(.*)$/i', $line, $found) !== 1) {
                continue;
            }
            $key = strtolower($found[1]);
            if ($key === 'user-agent') {
                if ($inRules) {
                    [$agents, $inRules] = [[], false];
                }
                $agents[] =
                    $found[2] === '*' ? '*' : strtolower((string) preg_replace('/[^a-z_\-].*$/i', '', $found[2]));
            } elseif ($key === 'allow' || $key === 'disallow') {
                $inRules = true;
                foreach ($agents as $agent) {
                    $rules[$agent] ??= [];
                    if ($found[2] !== '') {
                        $rules[$agent][] = [
                            'pattern' => self::normal($found[2]),
                            'allow' => $key === 'allow',
                            'line' => $number + 1,
                        ];
                    }
                }
            } elseif ($key === 'crawl-delay' && is_numeric($found[2])) {
                $inRules = true;
                foreach ($agents as $agent) {
                    $rules[$agent] ??= [];
                    $delays[$agent] = max(0.0, min(60.0, (float) $found[2]));
                }
            }
        }
        $group = isset($rules[$token]) ? $token : '*';
        $chosen = $rules[$group] ?? [];
        usort(
            $chosen,
            static fn (array $a, array $b): int => [strlen($b['pattern']), $b['allow']] <=> [
                strlen($a['pattern']),
                $a['allow'],
            ],
        );

        return new self($chosen, false, $delays[$group] ?? null);
    }

    /**
     * What an answer to the request for robots.txt means (section 2.3.1): 4xx allows all, 5xx and no answer shut all.
     */
    public static function fromAnswer(?int $status, string $body, string $token): self
    {
        return match (true) {
            $status === null || $status >= 500 => new self([], true, null),
            $status >= 200 && $status < 300 => self::parse($body, $token),
            default => new self([], false, null),
        };
    }

    /** @param  string  $target path and query, as in PageUrl::target() */
    public function allows(string $target): bool
    {
        if ($this->shut) {
            return $target === '/robots.txt';
        }

        return $this->ruleFor($target)['allow'] ?? true;
    }

    /**
     * The rule that decides on a target; null where none speaks of it, so that it may be fetched.
     *
     * @param  string  $target  path and query, as in PageUrl::target()
     * @return ?array{pattern: string, allow: bool, line: int} line of the file from 1
     */
    public function ruleFor(string $target): ?array
    {
        $target = self::normal($target);
        foreach ($this->rules as $rule) {
            if (self::matches($rule['pattern'], $target)) {
                return $rule;
            }
        }

        return null;
    }

    /** Whether nothing may be fetched because the file itself could not be had. */
    public function isShut(): bool
    {
        return $this->shut;
    }

    private static function matches(string $pattern, string $target): bool
    {
        if (! str_contains($pattern, '*') && ! str_ends_with($pattern, '$')) {
            return str_starts_with($target, $pattern);
        }
        $atEnd = str_ends_with($pattern, '$');
        $pieces = explode('*', $atEnd ? substr($pattern, 0, -1) : $pattern);
        $first = array_shift($pieces);
        if (! str_starts_with($target, $first)) {
            return false;
        }
        $at = strlen($first);
        if ($pieces === []) {
            return ! $atEnd || $at === strlen($target);
        }
        $last = array_pop($pieces);
        foreach ($pieces as $piece) {
            $found = $piece === '' ? $at : strpos($target, $piece, $at);
            if ($found === false) {
                return false;
            }
            $at = $found + strlen($piece);
        }
        if ($atEnd) {
            return strlen($target) - strlen($last) >= $at && str_ends_with($target, $last);
        }

        return $last === '' || strpos($target, $last, $at) !== false;
    }

    private static function normal(string $text): string
    {
        $text = (string) preg_replace_callback(
            '/%([0-9a-f]{2})/i',
            static function (array $found): string {
                $byte = chr((int) hexdec($found[1]));

                return preg_match('/[A-Za-z0-9\-._~]/', $byte) === 1 ? $byte : '%'.strtoupper($found[1]);
            },
            $text,
        );

        return (string) preg_replace_callback(
            '/[\x80-\xff]/',
            static fn (array $found): string => rawurlencode($found[0]),
            $text,
        );
    }
}
