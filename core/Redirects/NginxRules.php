<?php

declare(strict_types=1);

namespace Orchard\Core\Redirects;

/**
 * The redirect book for nginx: maps for the http block, and the few lines of the server block that ask them.
 *
 * A line with parameters holds for exactly those; one without holds for the path with any query that no other line
 * names, and the query is passed on where the target has none. nginx compares the keys of a map without regard to case,
 * so a second map gives back the path that was meant, which is compared to the letter; keys that differ in case alone
 * stand as patterns.
 */
final class NginxRules
{
    /**
     * @param  list<Redirect>  $lines  flattened
     * @return array{maps: string, server: string} text for the http block and for the server block
     */
    public static function write(array $lines): array
    {
        $entries = [];
        foreach ($lines as $line) {
            $key = RequestKey::of($line->from);
            if (! $key->isPlain()) {
                continue;
            }
            $target = $line->to === null ? 'gone' : self::value($line->to->text());
            foreach ($key->parameters === [] ? [null] : QueryWritings::of($key->parameters) as $query) {
                $entries[$query === null ? 'path' : 'query'][$line->status][] = [
                    $key->path,
                    $query,
                    $target.
                    ($query === null && $line->to !== null && $line->to->query === null ? '$is_args$args' : ''),
                ];
            }
        }
        $maps = "geo \$orchard_dollar { default \"$\"; }\nmap_hash_max_size 262144;\nmap_hash_bucket_size 4096;\n";
        $server = '';
        // Lines with parameters first: they say more.
        foreach (['query' => '"$uri?$args"', 'path' => '$uri'] as $sort => $asked) {
            foreach (Redirect::STATUSES as $status) {
                if (! isset($entries[$sort][$status])) {
                    continue;
                }
                $name = "orchard_{$sort}_$status";
                [$from, $to] = self::maps($entries[$sort][$status]);
                $maps .=
                    "map $asked \${$name}_from {\n    default \"\";\n$from}\n".
                    ($status === 410 ? '' : "map $asked \${$name}_to {\n    default \"\";\n$to}\n");
                $server .=
                    "if (\${$name}_from = $asked) {\n    return $status".
                    ($status === 410 ? '' : " \${$name}_to").
                    ";\n}\n";
            }
        }

        return ['maps' => $maps, 'server' => $server];
    }

    /**
     * @param  list<array{string, ?string, string}>  $entries  path, query, value
     * @return array{string, string}
     */
    private static function maps(array $entries): array
    {
        $alike = array_count_values(
            array_map(static fn (array $entry): string => strtolower($entry[0].'?'.$entry[1]), $entries),
        );
        $from = $to = '';
        foreach ($entries as [$path, $query, $value]) {
            $text = $path.($query === null ? '' : "?$query");
            $key =
                $alike[strtolower($path.'?'.$query)] > 1
                    ? '"~^'.self::quote(preg_quote($text)).'$"'
                    : '"'.self::quote($text).'"';
            $from .= "    $key \"".self::value($text)."\";\n";
            $to .= "    $key \"$value\";\n";
        }

        return [$from, $to];
    }

    private static function quote(string $text): string
    {
        return addcslashes($text, '"\\');
    }

    /** A text as nginx gives it back: a dollar sign would begin a variable. */
    private static function value(string $text): string
    {
        return str_replace('$', '${orchard_dollar}', self::quote($text));
    }
}
