<?php

declare(strict_types=1);

namespace App\Weigh\Worklists;

use App\Stores\Models\Store;
use DateTimeImmutable;

/** A worklist as a calendar file: its period as an all-day event and each page as a to-do (RFC 5545). */
final class CalendarFile
{
    /** @param  list<WorklistPage>  $pages */
    public static function of(Store $store, Worklist $list, array $pages): string
    {
        // Two installations count their lists from one, too: the instance makes an id unique in the world (section
        // 3.8.4.7).
        $world =
            'orchard-'.
            substr(hash('sha256', 'calendar '.config()->string('app.instance').config()->string('app.key')), 0, 16);
        $stamp = gmdate('Ymd\THis\Z');
        $day = static fn (string $day, string $change = '+0 days'): string => (new DateTimeImmutable($day))
            ->modify($change)
            ->format('Ymd');
        $lines = [
            'BEGIN:VCALENDAR',
            'VERSION:2.0',
            'PRODID:-//Young Orchard//Worklist//EN',
            'CALSCALE:GREGORIAN',
            'BEGIN:VEVENT',
            "UID:worklist-{$list->id}@$world",
            "DTSTAMP:$stamp",
            'DTSTART;VALUE=DATE:'.$day($list->firstDay),
            'DTEND;VALUE=DATE:'.$day($list->dueDay, '+1 day'),
            'SUMMARY:'.self::text("{$list->name} ({$store->name})"),
            'DESCRIPTION:'.self::text(count($pages).' pages'.($list->note === '' ? '' : "\n".$list->note)),
            'TRANSP:TRANSPARENT',
            'END:VEVENT',
        ];
        foreach ($pages as $page) {
            array_push(
                $lines,
                'BEGIN:VTODO',
                "UID:worklist-{$list->id}-page-{$page->pageId}@$world",
                "DTSTAMP:$stamp",
                'DUE;VALUE=DATE:'.$day($list->dueDay),
                'SUMMARY:'.self::text((string) ($page->title ?? $page->url)),
                'URL:'.preg_replace('/[\x00-\x20]/', '', $page->url),
                'DESCRIPTION:'.self::text(trim("{$page->reason}\n{$page->note}")),
                'STATUS:'.
                    match ($page->state) {
                        PageState::Planned => 'NEEDS-ACTION',
                        PageState::Written, PageState::Ready => 'IN-PROCESS',
                        PageState::Left => 'CANCELLED',
                        default => 'COMPLETED',
                    },
                'END:VTODO',
            );
        }
        $lines[] = 'END:VCALENDAR';

        return implode("\r\n", array_map(self::folded(...), $lines))."\r\n";
    }

    /** Section 3.3.11: backslashes, semicolons, commas and line ends are escaped. */
    private static function text(string $text): string
    {
        return strtr(preg_replace('/\r\n?/', "\n", $text) ?? '', [
            '\\' => '\\\\',
            ';' => '\\;',
            ',' => '\\,',
            "\n" => '\\n',
        ]);
    }

    /** Section 3.1: lines of 75 octets at most, none cut inside a character. */
    private static function folded(string $line): string
    {
        $folded = '';
        $room = 75;
        foreach (mb_str_split($line) as $character) {
            if (strlen($character) > $room) {
                $folded .= "\r\n ";
                $room = 74;
            }
            $folded .= $character;
            $room -= strlen($character);
        }

        return $folded;
    }
}
