<?php

declare(strict_types=1);

namespace Writer;

final class English extends Pen
{
    protected function titles(): iterable
    {
        $head = $this->head();
        [$by, $in, $of, $for, $size, $style] = $this->phrases();
        $others = $this->others(' ');
        $many =
            isset($this->part['count']) && (int) $this->part['count'] > 1
                ? $this->part['count'].' to choose from'
                : '';
        yield [$head, $in, $by, $size === '' ? '' : " – $size"];
        yield [$head, $by, $for, $in];
        yield [$head, $size === '' ? '' : ", $size", $of, $in, $by];
        yield [$head, $for, $style === '' ? '' : ", $style"];
        yield [$head, $many === '' ? '' : " – $many"];
        foreach ($others as $one) {
            yield [$head, " – $one", $in, $by];
        }
        yield [$head, $style === '' ? '' : " – $style", $by];
        yield [
            $head,
            match ($this->tone) {
                'warm' => ' for your home',
                'brisk' => ' – choose yours',
                default => ' at a glance',
            },
        ];
        yield [
            $head,
            match ($this->tone) {
                'warm' => ' – come and look',
                'brisk' => ' – see them now',
                default => ' – all details',
            },
        ];
        yield [$head, ': pictures and details'];
        yield [$head, ' – look and compare', $many === '' ? '' : ", $many"];
        yield [$head];
    }

    protected function descriptions(): iterable
    {
        $head = $this->head();
        [$by, $in, $of, $for, $size, $style] = $this->phrases();
        $more = array_map(static fn (string $one): string => ' '.ucfirst($one).'.', $this->others(': '));
        $sized = $size === '' ? '' : " Size: $size.";
        $styled = $style === '' ? '' : ' '.ucfirst($style).'.';
        $placed = $for === '' ? '' : ' At home in the '.$this->within('room').'.';
        $many =
            isset($this->part['count']) && (int) $this->part['count'] > 1
                ? " {$this->part['count']} to choose from."
                : '';
        [$open, $close, $last] = match ($this->tone) {
            'warm' => [
                'Meet the ',
                ' Have a closer look and see whether it feels right.',
                ' We like to help you choose.',
            ],
            'brisk' => ['', ' Choose yours and order.', ' See the details now.'],
            default => ['', ' All details and pictures on this page.', ' Compare and choose.'],
        };
        yield [self::sentence("$head$by$in", $of), $placed, ...$more, $sized, $many, $styled, $close];
        yield [self::sentence("$head$of$for", ''), $sized, ...array_reverse($more), $many, $styled, $last, $close];
        yield [self::sentence("$open$head$in", $of), $many, $sized, $placed, ...$more, $close, $last];
        if ($style !== '' || $by !== '') {
            yield [self::sentence("$head$by$for", ''), $styled, ...$more, $sized, $many, $last];
        }
        yield [self::sentence("$head$in", $of), ...array_reverse($more), $many, $close, $last, $placed];
        yield [self::sentence("$head$for", ''), $last, $many, ...$more, $close];
        yield ["Looking for $head?$many", $sized, ...$more, $close, $last];
        yield ["$head at a glance.", $many, $last, ...$more, $close, $placed];
    }

    /**
     * @return array{string, string, string, string, string, string} by, in, of, for, size and style, empty where
     * unknown
     */
    private function phrases(): array
    {
        $say = fn (string $part, string $before): string => isset($this->part[$part]) &&
        ! $this->isSaid($this->part[$part])
            ? $before.$this->within($part)
            : '';

        return [
            $say('maker', ' by '),
            $say('finish', ' in '),
            $say('material', ' of '),
            $say('room', ' for the '),
            $say('size', ''),
            isset($this->part['style']) && ! $this->isSaid($this->part['style']) ? $this->part['style'].' style' : '',
        ];
    }

    /** @return list<string> such as "socket E27" */
    private function others(string $joint): array
    {
        $others = [];
        foreach ($this->other as $label => $value) {
            $unit = $label === 'kelvin' ? "$value K" : ($label === 'watt' || $label === 'watts' ? "$value W" : null);
            $this->isSaid($value) || ($others[] = $unit ?? $label.$joint.$value);
        }

        return $others;
    }

    private static function sentence(string $text, string $made): string
    {
        return rtrim($text.($made === '' ? '' : ', made'.$made), '.').'.';
    }
}
