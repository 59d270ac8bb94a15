<?php

declare(strict_types=1);

namespace Orchard\Core\Redirects;

/**
 * The redirect book for Apache 2.4 (mod_rewrite): a map of keys as text, and the rules that ask it. What holds for
 * which request is as in NginxRules.
 */
final class ApacheRules
{
    /**
     * @param  list<Redirect>  $lines  flattened
     * @param  string  $mapPath  where the map will lie on the web server
     * @return array{map: string, rules: string} the map file, and lines for the server's or virtual host's
     *     configuration
     */
    public static function write(array $lines, string $mapPath): array
    {
        $map = '';
        foreach ($lines as $line) {
            $key = RequestKey::of($line->from);
            if ($key->isPlain()) {
                foreach ($key->parameters === [] ? [null] : QueryWritings::of($key->parameters) as $query) {
                    $map .=
                        self::escape($key->path).
                        ($query === null ? '' : "?$query").
                        " {$line->status}:".
                        ($line->to?->text() ?? 'gone').
                        "\n";
                }
            }
        }
        $used = array_values(
            array_filter(
                Redirect::STATUSES,
                static fn (int $status): bool => in_array(
                    $status,
                    array_map(static fn (Redirect $line): int => $line->status, $lines),
                    true,
                ),
            ),
        );
        $rules = "RewriteEngine On\nRewriteMap orchard_book \"txt:$mapPath\"\nRewriteMap orchard_escape int:escape\n";
        foreach (['?%{QUERY_STRING}' => 'QSD', '' => null] as $query => $flag) {
            foreach ($used as $status) {
                $asked =
                    ($query === '' ? '' : "RewriteCond %{QUERY_STRING} .\n").
                    "RewriteCond \${orchard_book:\${orchard_escape:%{REQUEST_URI}}$query} ^$status:";
                // Apache refuses a question mark that comes out of what was captured, so that of the target's query
                // stands in the rule.
                $rules .=
                    $status === 410
                        ? "{$asked}gone$\nRewriteRule ^ - [G,L]\n"
                        : "{$asked}([^?]+)$\nRewriteRule ^ %1 [R=$status,NE,L".
                            ($flag === null ? '' : ",$flag").
                            "]\n{$asked}([^?]+)\\?(.+)$\nRewriteRule ^ %1?%2 [R=$status,NE,L]\n";
            }
        }

        return ['map' => $map, 'rules' => $rules];
    }

    /**
     * A path as Apache's own "escape" map writes it (ap_escape_uri: what stands in os_escape_path's list stays,
     * hexadecimal in small letters).
     */
    private static function escape(string $path): string
    {
        return (string) preg_replace_callback(
            '~[^A-Za-z0-9$\-_.+!*\'(),:;@&=/\~]~',
            static fn (array $found): string => sprintf('%%%02x', ord($found[0])),
            $path,
        );
    }
}
