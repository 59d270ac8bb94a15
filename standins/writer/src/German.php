<?php

declare(strict_types=1);

namespace Writer;

/** German without articles before what the facts say, so that no gender has to be known. */
final class German extends Pen
{
    /** Labels of facts that shops name in English. */
    private const LABELS = [
        'socket' => 'Fassung',
        'kelvin' => 'Lichtfarbe',
        'watt' => 'Leistung',
        'watts' => 'Leistung',
        'width' => 'Breite',
        'height' => 'Höhe',
        'length' => 'Länge',
        'diameter' => 'Durchmesser',
        'type' => 'Art',
        'shape' => 'Form',
        'care' => 'Pflege',
        'cord' => 'Kabel',
        'glow' => 'Licht',
    ];

    protected function titles(): iterable
    {
        $head = $this->head();
        [$by, $in, $of, $for, $size, $style] = $this->phrases();
        $many =
            isset($this->part['count']) && (int) $this->part['count'] > 1 ? $this->part['count'].' zur Auswahl' : '';
        yield [$head, $of, $in, $by];
        yield [$head, $by, $in, $size === '' ? '' : " – $size"];
        yield [$head, $size === '' ? '' : ", $size", $of, $by];
        yield [$head, $for, $of, $in];
        yield [$head, $in, $style === '' ? '' : " – $style"];
        yield [$head, $many === '' ? '' : " – $many"];
        foreach ($this->others(' ') as $one) {
            yield [$head, " – $one", $in, $by];
        }
        yield [$head, $style === '' ? '' : " – $style", $by];
        yield [
            $head,
            match ($this->tone) {
                'warm' => ' für Ihr Zuhause',
                'brisk' => ' – jetzt auswählen',
                default => ' auf einen Blick',
            },
        ];
        yield [
            $head,
            match ($this->tone) {
                'warm' => ' – schauen Sie herein',
                'brisk' => ' – jetzt ansehen',
                default => ' – alle Angaben',
            },
        ];
        yield [$head, ': Bilder und Angaben'];
        yield [$head, ' – ansehen und vergleichen', $many === '' ? '' : ", $many"];
        yield [$head];
    }

    protected function descriptions(): iterable
    {
        $head = $this->head();
        [$by, $in, $of, $for, $size, $style] = $this->phrases();
        $more = array_map(static fn (string $one): string => " $one.", $this->others(': '));
        $sized = $size === '' ? '' : " Größe: $size.";
        $styled = $style === '' ? '' : " $style.";
        $placed = isset($this->part['room']) ? " Gemacht für {$this->part['room']}." : '';
        $many =
            isset($this->part['count']) && (int) $this->part['count'] > 1 ? " {$this->part['count']} zur Auswahl." : '';
        [$open, $close, $last] = match ($this->tone) {
            'warm' => ['Willkommen: ', ' Schauen Sie in Ruhe, ob es zu Ihnen passt.', ' Gern helfen wir bei der Wahl.'],
            'brisk' => ['', ' Jetzt auswählen und bestellen.', ' Jetzt ansehen.'],
            default => ['', ' Alle Angaben und Bilder auf dieser Seite.', ' Vergleichen und auswählen.'],
        };
        yield ["$head$of$by$in.", $placed, ...$more, $sized, $many, $styled, $close];
        yield ["$head$in$for.", $sized, ...array_reverse($more), $many, $styled, $last, $close];
        yield ["$open$head$of.", $many, $sized, $placed, ...$more, $close, $last];
        if ($style !== '' || $by !== '') {
            yield ["$head$by$for.", $styled, ...$more, $sized, $many, $last];
        }
        yield ["$head$in$of.", ...array_reverse($more), $many, $close, $last, $placed];
        yield ["$head$for.", $last, $many, ...$more, $close];
        yield ["$head gesucht?$many", $sized, ...$more, $close, $last];
        yield ["$head auf einen Blick.", $many, $last, ...$more, $close, $placed];
    }

    /** @return array{string, string, string, string, string, string} von, in, aus, für, size and style */
    private function phrases(): array
    {
        $say = fn (string $part, string $before): string => isset($this->part[$part]) &&
        ! $this->isSaid($this->part[$part])
            ? $before.$this->part[$part]
            : '';

        return [
            $say('maker', ' von '),
            $say('finish', ' in '),
            $say('material', ' aus '),
            $say('room', ' für '),
            $say('size', ''),
            isset($this->part['style']) && ! $this->isSaid($this->part['style']) ? 'Stil: '.$this->part['style'] : '',
        ];
    }

    /** @return list<string> such as "Fassung: E27" */
    private function others(string $joint): array
    {
        $others = [];
        foreach ($this->other as $label => $value) {
            $unit = $label === 'kelvin' ? "$value K" : ($label === 'watt' || $label === 'watts' ? "$value W" : $value);
            $this->isSaid($value) ||
                ($others[] = (self::LABELS[$label] ?? mb_convert_case($label, MB_CASE_TITLE)).$joint.$unit);
        }

        return $others;
    }
}
