<?php

declare(strict_types=1);

namespace Orchard\Core\Redirects;

/**
 * The ways in which a query may be written that mean the same: parameters in any order, a space as %20 or +,
 * hexadecimal in small or capital letters. Web servers compare the query as it came.
 */
final class QueryWritings
{
    /**
     * Parameters of which every order is written out: 24 orders. More of them stand in the order of the line, and
     * sorted.
     */
    private const MOST = 4;

    /**
     * @param  list<string>  $parameters  "name=value", decoded
     * @return list<string>
     */
    public static function of(array $parameters): array
    {
        $written = [];
        foreach (count($parameters) <= self::MOST ? self::orders($parameters) : [$parameters] as $order) {
            $query = implode('&', array_map(self::escape(...), $order));
            $small = (string) preg_replace_callback(
                '/%[0-9A-F]{2}/',
                static fn (array $found): string => strtolower($found[0]),
                $query,
            );
            array_push($written, $query, $small, str_replace('%20', '+', $query), str_replace('%20', '+', $small));
        }

        return array_values(array_unique($written));
    }

    /** Percent-encoded as PageUrl writes a query: what RFC 3986 lets stand stays. */
    private static function escape(string $parameter): string
    {
        $part = static fn (string $text): string => (string) preg_replace_callback(
            '~[^A-Za-z0-9\-._\~!$*(),;:@/?]~',
            static fn (array $found): string => rawurlencode($found[0]),
            $text,
        );

        return implode('=', array_map($part, explode('=', $parameter, 2)));
    }

    /**
     * @param  list<string>  $parameters
     * @return list<list<string>>
     */
    private static function orders(array $parameters): array
    {
        if (count($parameters) < 2) {
            return [$parameters];
        }
        $orders = [];
        foreach ($parameters as $i => $first) {
            $rest = $parameters;
            unset($rest[$i]);
            foreach (self::orders(array_values($rest)) as $order) {
                $orders[] = [$first, ...$order];
            }
        }

        return $orders;
    }
}
