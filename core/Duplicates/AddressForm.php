<?php

declare(strict_types=1);

namespace Orchard\Core\Duplicates;

use Orchard\Core\Url\PageUrl;

/**
 * The form that addresses of one page may share: everything taken off that usually changes nothing. Two addresses of
 * one form are worth comparing, and no more: RFC 3986 keeps them apart, and only what they show, or a rule of the
 * store, joins them.
 *
 * Taken off: scheme, "www." and the store's other hosts, case, a slash at the end, index pages, encoding of what needs
 * none, order of parameters, empty ones, those that track, and those that the store says (or has been seen) to change
 * nothing.
 */
final readonly class AddressForm
{
    private const INDEX = '~/(?:index|default|home)\.(?:html?|php|aspx?|jsp|cfm)$~i';

    private const PRINT = '~(?:^|[/\-_])(?:print|printable|druck|drucken|imprimir|imprimer|stampa)(?:[/\-_.]|$)~i';

    private const SESSION = '/^(?:phpsessid|jsessionid|sid|sessionid|session_id|cfid|cftoken|aspsessionid\w*|zenid|oscsid)$/i';

    /**
     * @param  list<string>  $hosts  the store's own hosts, the main one first; "www." is taken off of each
     * @param  list<string>  $tracking  names of parameters that track; "*" at the end stands for any rest
     * @param  array<string, true>  $silent  "scope name" of parameters that change nothing or only the order; the scope
     *     is what scopeOf answers, or "*"
     */
    public function __construct(public array $hosts = [], private array $tracking = [], private array $silent = [])
    {
    }

    public function of(PageUrl $url): string
    {
        $host = self::bareHost($url->authority);
        $hosts = array_map(self::bareHost(...), $this->hosts);
        $path = self::plainPath($url);
        if (preg_match(self::INDEX, $path) === 1) {
            $path = (string) preg_replace('~[^/]+$~', '', $path);
        }
        $path = mb_strtolower(rtrim((string) preg_replace('~/{2,}~', '/', $path), '/'));
        $kept = [];
        foreach (self::parameters($url) as [$name, $value]) {
            if ($value !== '' && ! $this->isSilent($url, $name)) {
                $kept[] = "$name=$value";
            }
        }
        sort($kept);

        return (in_array($host, $hosts, true) ? '' : $host).
            ($path === '' ? '/' : $path).
            ($kept === [] ? '' : '?'.implode('&', $kept));
    }

    /**
     * Whether a parameter says nothing of what the page shows: it tracks, names a session, or has been found to change
     * nothing.
     */
    public function isSilent(PageUrl $url, string $name): bool
    {
        return $this->isTracking($name) ||
            isset($this->silent["* $name"]) ||
            isset($this->silent[self::scopeOf($url)." $name"]);
    }

    public function isTracking(string $name): bool
    {
        if (preg_match(self::SESSION, $name) === 1) {
            return true;
        }
        foreach ($this->tracking as $known) {
            if ($known === $name || (str_ends_with($known, '*') && str_starts_with($name, substr($known, 0, -1)))) {
                return true;
            }
        }

        return false;
    }

    /**
     * The part of the shop in which a parameter means one thing: the first folder of the path, or the script, or the
     * root.
     */
    public static function scopeOf(PageUrl $url): string
    {
        $segments = explode('/', trim($url->path, '/'));

        return match (true) {
            count($segments) > 1 => '/'.$segments[0].'/',
            preg_match('/\.(?:php\d?|aspx?|jsp|cgi|cfm|do|pl)$/i', $segments[0]) === 1 => '/'.$segments[0],
            default => '/',
        };
    }

    /** @return list<array{string, string}> names and values of the query, decoded, in their order */
    public static function parameters(PageUrl $url): array
    {
        $pairs = [];
        foreach ($url->query === null || $url->query === '' ? [] : explode('&', $url->query) as $pair) {
            if ($pair !== '') {
                [$name, $value] = [...explode('=', $pair, 2), ''];
                $pairs[] = [rawurldecode(str_replace('+', ' ', $name)), rawurldecode(str_replace('+', ' ', $value))];
            }
        }

        return $pairs;
    }

    /** The address without a parameter; null where it does not have it. */
    public static function without(PageUrl $url, string $name): ?PageUrl
    {
        $kept = [];
        $had = false;
        foreach ($url->query === null ? [] : explode('&', $url->query) as $pair) {
            $own = rawurldecode(str_replace('+', ' ', explode('=', $pair, 2)[0]));
            $had = $had || $own === $name;
            if ($own !== $name && $pair !== '') {
                $kept[] = $pair;
            }
        }

        return $had
            ? PageUrl::parse(
                $url->scheme.'://'.$url->authority.$url->path.($kept === [] ? '' : '?'.implode('&', $kept)),
            )
            : null;
    }

    /**
     * Why an address exists beside the one that it should be: the habit of the shop that made it. Addresses with one
     * cause are decided together.
     */
    public function cause(PageUrl $url, PageUrl $keeper): Cause
    {
        [$ours, $theirs] = [array_column(self::parameters($url), 1, 0), array_column(self::parameters($keeper), 1, 0)];
        $names = [];
        foreach (array_keys($ours + $theirs) as $name) {
            if (($ours[$name] ?? null) !== ($theirs[$name] ?? null)) {
                $names[] = $this->isTracking((string) $name) ? 'tracking' : (string) $name;
            }
        }
        $names = array_values(array_unique($names));
        sort($names);
        [$path, $kept] = [self::plainPath($url), self::plainPath($keeper)];
        $plain = static fn (string $path): string => rtrim(
            mb_strtolower((string) preg_replace([self::INDEX, '~/{2,}~'], '/', $path)),
            '/',
        );
        if ($plain($path) === $plain($kept)) {
            $prints = array_filter($names, static fn (string $name): bool => preg_match(self::PRINT, $name) === 1);

            return match (true) {
                $names === ['tracking'] => Cause::of(CauseType::Tracking),
                $prints !== [] => Cause::of(CauseType::Print),
                $names !== [] => Cause::of(CauseType::Parameter, implode(' + ', $names), self::scopeOf($keeper)),
                self::bareHost($url->authority) !== self::bareHost($keeper->authority) => Cause::of(
                    CauseType::Host,
                    $url->authority,
                ),
                $url->authority !== $keeper->authority => Cause::of(CauseType::Www),
                $url->scheme !== $keeper->scheme => Cause::of(CauseType::Scheme),
                preg_match(self::INDEX, $path) !== preg_match(self::INDEX, $kept) => Cause::of(CauseType::IndexFile),
                mb_strtolower($path) === mb_strtolower($kept) && $path !== $kept => Cause::of(CauseType::LetterCase),
                $path !== $kept => Cause::of(CauseType::Slash),
                $url->path !== $keeper->path => Cause::of(CauseType::Encoding),
                default => Cause::of(CauseType::Order),
            };
        }
        if (preg_match(self::PRINT, $path) === 1 && preg_match(self::PRINT, $kept) !== 1) {
            return Cause::of(CauseType::Print);
        }
        [$shape, $keptShape] = [self::shape($url), self::shape($keeper)];

        return match (true) {
            $shape !== $keptShape => Cause::of(CauseType::Path, $keptShape, $shape),
            preg_match(
                '~[\-_](?:copy|kopie|copie|copia|duplicate|\d{1,2})(?:[\-_]\d+)?(?:\.\w+)?$~i',
                rtrim($path, '/'),
            ) === 1 => Cause::of(CauseType::Copies, scope: $shape),
            default => Cause::of(CauseType::Text, scope: $shape),
        };
    }

    /** The shape of a path: its first folder as it is, every other part as a star. */
    public static function shape(PageUrl $url): string
    {
        $segments = explode('/', trim($url->path, '/'));

        return count($segments) < 2 ? '/*' : '/'.$segments[0].str_repeat('/*', count($segments) - 1);
    }

    private static function plainPath(PageUrl $url): string
    {
        return rawurldecode($url->path);
    }

    private static function bareHost(string $authority): string
    {
        return str_starts_with($authority, 'www.') ? substr($authority, 4) : $authority;
    }
}
