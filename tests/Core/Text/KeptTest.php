<?php

declare(strict_types=1);

use Orchard\Core\Text\Edit;
use Orchard\Core\Text\Encoding;
use Orchard\Core\Text\Ruler;
use Orchard\Core\Text\Slot;
use Orchard\Core\Text\WordDiff;
use Orchard\Core\Text\Words;

// How texts are measured, compared and written in other charsets, kept as it was when it was looked at; widths were
// held
// against a browser's (RulerTest).

it('keeps widths, cuts and counts of texts', function (): void {
    $long =
        'A lamp of brass that stands on oak, for reading and for long evenings by the window, with a cord woven by hand';
    $texts = [
        '',
        ' ',
        'A',
        'AVAWA',
        'To Ty Ta',
        'iiiiiiiiii',
        'WWWWWWWWWW',
        $long,
        "$long. $long. $long.",
        str_repeat('unbroken', 20),
        'Größe “M” – 49,90 €',
        '日本語のランプ',
        '👨‍👩‍👧 family',
        "e\u{301}",
        'a  b',
        " a\tb\nc ",
        'word-with-hyphens-that-go-on-and-on-for-the-whole-of-the-line-and-further-than-that-still',
        'a/b/c',
        'Ланпа',
        'λάμπα',
        'لمبة',
        "\u{200B}zero",
        "soft\u{AD}hyphen",
        '...',
        '1,234.56',
        "don't",
        'x & y',
        'ﬁ ligature',
    ];
    $told = [];
    foreach ($texts as $text) {
        $told[] =
            json_encode($text, JSON_UNESCAPED_UNICODE).
            sprintf(' %.3f %.3f ', ruler()->pixels($text, 20), ruler()->pixels($text, 13)).
            Ruler::characters($text).
            ' '.
            Words::count($text).
            ' '.
            json_encode(Ruler::collapse($text), JSON_UNESCAPED_UNICODE).
            (ruler()->isExact($text) ? ' exact' : '');
        foreach (
            [
                Slot::desktopTitle(),
                Slot::phoneTitle(),
                Slot::desktopDescription(),
                Slot::phoneDescription(),
                new Slot(20, 60, 1),
            ] as $slot
        ) {
            $fitted = ruler()->fit($text, $slot);
            $told[] =
                '  '.
                json_encode(
                    [
                        $fitted->lines,
                        $fitted->lost,
                        round($fitted->lostPixels, 3),
                        $fitted->isCut(),
                        $fitted->shown(),
                        $fitted->lostWords(),
                    ],
                    JSON_UNESCAPED_UNICODE,
                );
        }
    }
    expect(implode("\n", $told))->toMatchSnapshot();
});

it('keeps what changed between two texts', function (): void {
    $texts = [
        '', 'Floor lamp', 'Floor lamp in brass', 'Brass floor lamp', 'Floor  lamp,  in brass', 'floor lamp',
        'A floor lamp in brass – Tindrel', 'lamp lamp lamp', 'lamp', "Floor lamp\nin brass", 'Größe M',
    ];
    $told = [];
    foreach ($texts as $before) {
        foreach ($texts as $after) {
            $edit = Edit::between($before, $after);
            $told[] = json_encode(
                [
                    $before,
                    $after,
                    WordDiff::between($before, $after),
                    $edit->removed,
                    $edit->added,
                    $edit->keepsFront,
                    $edit->keepsBack,
                    $edit->isWhole(),
                    bin2hex(substr($edit->signature(), 0, 3)),
                ],
                JSON_UNESCAPED_UNICODE,
            );
        }
    }
    expect(implode("\n", $told))->toMatchSnapshot();
});

it('keeps how charsets read and write', function (): void {
    $told = [];
    $bytes = implode('', array_map(chr(...), range(32, 255)));
    foreach (Encoding::names() as $name) {
        $encoding = Encoding::labelled($name) ?? throw new LogicException($name);
        $read = $encoding->decode($bytes);
        $told[] =
            $encoding->label().
            ' '.
            md5($read).
            ' '.
            mb_strlen($read).
            ' '.
            implode(
                ' ',
                array_map(
                    static fn (string $text): string => str_starts_with($name, 'utf-16')
                        ? ''
                        : bin2hex($encoding->encode($text) ?? '-'),
                    ['Aä€', 'Ж', '漢', '한', '', "\u{1F4A1}"],
                ),
            );
    }
    foreach (
        [
            'utf8', 'UTF-8', ' latin1 ', 'ISO-8859-1', 'sjis', 'x-sjis', 'ks_c_5601-1987', 'macintosh', 'none', '',
            'unicode', 'utf-16', 'gb2312', 'big5-hkscs', 'cp1252',
        ] as $label
    ) {
        $told[] = "$label: ".(Encoding::labelled($label)?->label() ?? '-');
    }
    expect(implode("\n", $told))->toMatchSnapshot();
});
