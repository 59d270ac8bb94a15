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
                array_map(static fn (string $text): string => bin2hex($encoding->encode($text) ?? '-'), [
                    'Aä€',
                    'Ж',
                    '漢',
                    '한',
                    '',
                    "\u{1F4A1}",
                ]),
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

it('keeps widths where letters of two scripts meet over a blank', function (): void {
    $borders = [
        0x40, 0x41, 0x5A, 0x5B, 0x60, 0x61, 0x7A, 0x7B, 0xBF, 0xC0, 0x24F, 0x250, 0x36F, 0x370, 0x3FF, 0x400, 0x52F,
        0x530, 0x1DFF, 0x1E00, 0x1EFF, 0x1F00, 0x1FFF, 0x2000,
    ];
    $told = [];
    foreach ($borders as $point) {
        $sign = mb_chr($point, 'UTF-8');
        $texts = [
            "T $sign", "$sign T", "А $sign", "$sign А", "Τ $sign", "$sign Τ", "$sign$sign", "T 1 $sign",
            "А - $sign",
        ];
        $told[] =
            dechex($point).
            ' '.
            implode(
                ' ',
                array_map(static fn (string $text): string => sprintf('%.3f', ruler()->pixels($text, 1000)), $texts),
            ).
            ' '.
            json_encode(
                array_map(
                    static fn (string $text): array => ruler()->fit(str_repeat("$text ", 9), new Slot(20, 120, 2))
                        ->lines,
                    $texts,
                ),
                JSON_UNESCAPED_UNICODE,
            );
    }
    expect(implode("\n", $told))->toMatchSnapshot();
});

it('keeps what charsets make of controls, of halves of pairs, and of rows that are nobody’s', function (): void {
    $bytes = [
        "\x00\x1A\x1B\x1C\x1F\x7F", "\x80\xA0\xFD\xFE\xFF", "\x81", "a\x81", "\x81\x30", "\x81\x30\x81",
        "\x81\x30\x81\x30", "\xA6\xD9\xA6\xDE", "\xFE\x59\xFE\xA0", "\x8E\xE0\x8E\xA1", "\x8F\xA2\xAF",
        "\x88\x62\x88\x64\x88\xA3", "\x87\x40\xF0\x40", "\xC9\xA1\xFE\xA1", "\x1B\$B\x24\x22\x1B(Ba", "\x1B\$B\x24",
        'plain',
    ];
    $told = [];
    foreach (
        [
            'replacement', 'hz-gb-2312', 'big5', 'gbk', 'gb18030', 'shift_jis', 'euc-jp', 'euc-kr', 'iso-2022-jp',
            'x-user-defined', 'utf-8', 'utf-16le', 'utf-16be', 'macintosh', 'windows-1252',
        ] as $label
    ) {
        $encoding = Encoding::labelled($label);
        // A second time by what was remembered of the first.
        foreach ([1, 2] as $time) {
            $told[] =
                "$label $time ".
                json_encode(array_map(static fn (string $one): ?string => $encoding?->decode($one), [...$bytes, '']));
        }
        $told[] =
            "$label ".
            json_encode(
                array_map(static fn (string $one): string => bin2hex($encoding?->encode($one) ?? '-'), [
                    "\u{20AC}", "\u{1A}", "\u{7F}", "\u{80}", "\u{3000}", "\u{FE10}", "\u{E5E5}", "\u{F780}",
                    "\u{FFFD}", 'ｱ', '～', '∥', '－', '¥', '‾', '㈱', 'Ê̄',
                ]),
            );
    }
    expect(array_is_list(Encoding::names()))->toBeTrue();
    expect(implode("\n", $told))->toMatchSnapshot();
});
