<?php

declare(strict_types=1);

namespace Orchard\Core\Logs;

use DateTimeImmutable;
use DateTimeZone;

/**
 * One line of a web server's access log in the common or the combined format: host ident user [day/month/year:time
 * zone] "method target protocol" status bytes, and in the combined format "referrer" "agent".
 */
final readonly class AccessLine
{
    /** Whatever stands in front of the time: host or not, address of either kind, user with or without blanks. */
    private const FORM = '~^\S.*? \[(\d{2})/([A-Z][a-z]{2})/(\d{4}):(\d\d:\d\d:\d\d) ([+\-]\d{4})\] "((?:[^"\\\\]|\\\\.)*)" (\d{3}) (?:\d+|-)(?: "((?:[^"\\\\]|\\\\.)*)" "((?:[^"\\\\]|\\\\.)*)")?~';

    private const MONTHS = [
        'Jan' => '01',
        'Feb' => '02',
        'Mar' => '03',
        'Apr' => '04',
        'May' => '05',
        'Jun' => '06',
        'Jul' => '07',
        'Aug' => '08',
        'Sep' => '09',
        'Oct' => '10',
        'Nov' => '11',
        'Dec' => '12',
    ];

    private const CRAWLER = '~([A-Za-z][A-Za-z0-9_.]*(?:[ \-][A-Za-z]+)?[ \-]?(?:bot|crawler|spider|slurp|fetcher)[A-Za-z0-9_.\-]*)~i';

    /**
     * @param  string  $method  and target are empty where the client asked for nothing: a TLS knock, a time-out,
     *     nonsense
     */
    private function __construct(
        public DateTimeImmutable $at,
        public string $method,
        public string $target,
        public int $status,
        public string $agent,
    ) {
    }

    /** Null where the line is none of either format. */
    public static function parse(string $line): ?self
    {
        if (
            preg_match(self::FORM, $line, $found) !== 1 ||
            ! isset(self::MONTHS[$found[2]]) ||
            ! checkdate((int) self::MONTHS[$found[2]], (int) $found[1], (int) $found[3])
        ) {
            return null;
        }
        $at = date_create_immutable("{$found[3]}-".self::MONTHS[$found[2]]."-{$found[1]} $found[4] $found[5]");
        $request =
            preg_match('~^([A-Z]+) (\S+)(?: HTTP/[\d.]+)?$~', self::plain($found[6]), $asked) === 1
                ? $asked
                : [1 => '', 2 => ''];

        return $at === false
            ? null
            : new self($at, $request[1], $request[2], (int) $found[7], self::plain($found[9] ?? ''));
    }

    /** The day in a time zone, yyyy-mm-dd; in the log's own where none is given. */
    public function day(?DateTimeZone $zone = null): string
    {
        return ($zone === null ? $this->at : $this->at->setTimezone($zone))->format('Y-m-d');
    }

    /** Servers write a quotation mark as \" or \x22, and a backslash as two. */
    private static function plain(string $text): string
    {
        return (string) preg_replace('~\\\\(["\\\\])~', '$1', str_replace('\\x22', '"', $text));
    }

    /**
     * Name of the crawler by its own word, in lower case without a version; null for people's browsers. The word alone
     * proves nothing.
     */
    public function crawler(): ?string
    {
        return preg_match(self::CRAWLER, $this->agent, $found) === 1 ? strtolower($found[1]) : null;
    }
}
