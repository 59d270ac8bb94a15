<?php

declare(strict_types=1);

namespace App\Changes;

use App\Platform\Tables\TableRows;
use App\Platform\Tables\TableWriter;
use Orchard\Core\Redirects\ApacheRules;
use Orchard\Core\Redirects\NginxRules;
use Orchard\Core\Redirects\Redirect;

/** Redirects as a spreadsheet or a web server takes them: CSV, rules for nginx, rules and map for Apache. */
final class RedirectFile
{
    public const FORMS = ['csv', 'nginx.conf', 'apache.conf', 'apache.txt'];

    /**
     * @param  string  $form  one of FORMS
     * @param  list<Redirect>  $lines  flattened
     * @param  resource  $to
     * @param  string  $head  a comment that configurations begin with; ends its line
     */
    public static function write(string $form, array $lines, $to, string $head = ''): void
    {
        if ($form === 'csv') {
            TableWriter::write(
                'csv',
                new TableRows(
                    ['from', 'to', 'status'],
                    array_map(
                        static fn (Redirect $line): array => [
                            $line->from->text(),
                            $line->to?->text() ?? 'gone',
                            $line->status,
                        ],
                        $lines,
                    ),
                ),
                $to,
            );

            return;
        }
        if ($form === 'nginx.conf') {
            $rules = NginxRules::write($lines);
            fwrite(
                $to,
                "$head# For the http block:\n{$rules['maps']}\n# For the server block, before its locations:\n#".
                    str_replace("\n", "\n#", rtrim($rules['server'])).
                    "\n",
            );

            return;
        }
        $rules = ApacheRules::write($lines, 'conf/redirects.txt');
        fwrite(
            $to,
            $form === 'apache.txt'
                ? $rules['map']
                : "$head# For the server's or virtual host's configuration; the map lies in conf/redirects.txt ".
                    "below the server's root.\n{$rules['rules']}",
        );
    }

    public static function type(string $form): string
    {
        return $form === 'csv' ? 'text/csv; charset=utf-8' : 'text/plain; charset=utf-8';
    }
}
