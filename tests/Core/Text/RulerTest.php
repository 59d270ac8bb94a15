<?php

declare(strict_types=1);

use Orchard\Core\Text\Ruler;
use Orchard\Core\Text\Slot;

it('adds up advances and kerning', function (): void {
    // Liberation Sans: A 1366, V 1366 of 2048; the pair AV is kerned by -152.
    expect(ruler()->pixels('A', 20))
        ->toBe((1366 * 20) / 2048)
        ->and(ruler()->pixels('AV', 20))
        ->toBe(((2 * 1366 - 152) * 20) / 2048)
        ->and(ruler()->pixels('', 20))
        ->toBe(0.0)
        ->and(ruler()->pixels("a  b\n", 14))
        ->toBe(ruler()->pixels('a b', 14));
});

it('falls back as stated for what the font does not draw', function (): void {
    expect(ruler()->pixels('灯', 20))
        ->toBe(20.0)
        ->and(ruler()->pixels('💡', 20))
        ->toBe(20.0)
        ->and(ruler()->pixels("e\u{0301}", 20))
        ->toBe(ruler()->pixels('e', 20))
        ->and(ruler()->pixels("a\u{200D}b", 20))
        ->toBe(ruler()->pixels('a', 20) + ruler()->pixels('b', 20))
        ->and(ruler()->isExact('Ångström Ελλάς Лампа'))
        ->toBeTrue()
        ->and(ruler()->isExact('灯'))
        ->toBeFalse();
});

it('shows a text whole where it fits and tells what was cut where not', function (): void {
    expect(ruler()->fit('Brass pendant lamp', Slot::desktopTitle())->isCut())->toBeFalse();
    $cut = ruler()->fit(str_repeat('Brass pendant lamp ', 6), Slot::desktopTitle());
    expect($cut->isCut())
        ->toBeTrue()
        ->and($cut->lines)
        ->toHaveCount(1)
        ->and($cut->shown())
        ->toEndWith('…')
        ->and($cut->lostWords())
        ->toBeGreaterThan(3)
        ->and($cut->lostPixels)
        ->toBeGreaterThan(100.0);
});

it('never draws a line wider than the slot, and never loses a letter', function (): void {
    mt_srand(5);
    $words = [
        'lamp', 'brass', 'W', 'illuminated', 'E27', 'well-made', 'Ångström', '灯具', 'a',
        'Donaudampfschifffahrtsgesellschaftskapitän', '💡', 'fi', '–',
    ];
    foreach (
        [
            Slot::desktopTitle(),
            Slot::phoneTitle(),
            Slot::desktopDescription(),
            Slot::phoneDescription(),
            new Slot(20, 60, 3),
        ] as $slot
    ) {
        for ($i = 0; $i < 200; $i++) {
            $text = implode(
                ' ',
                array_map(static fn (): string => $words[mt_rand(0, count($words) - 1)], range(1, mt_rand(1, 40))),
            );
            $fitted = ruler()->fit($text, $slot);
            expect(count($fitted->lines))->toBeLessThanOrEqual($slot->lines);
            foreach ($fitted->lines as $line) {
                expect(ruler()->pixels($line, $slot->fontSize))->toBeLessThanOrEqual($slot->lineWidth + 0.001, $line);
            }
            $letters = static fn (string $t): string => str_replace([' ', '…'], '', $t);
            expect($letters(implode('', $fitted->lines)).$letters($fitted->lost))->toBe($letters($text));
        }
    }
});

it('cuts a longer text wherever it cuts a shorter one', function (): void {
    $text = '';
    $wasCut = false;
    foreach (explode(' ', str_repeat('soft light for long evenings at home ', 12)) as $word) {
        $text .= $word.' ';
        $isCut = ruler()->fit($text, Slot::desktopDescription())->isCut();
        expect($wasCut && ! $isCut)->toBeFalse();
        $wasCut = $isCut;
    }
    expect($wasCut)->toBeTrue();
});

it('counts characters as people do', function (): void {
    expect(Ruler::characters("e\u{0301}a"))
        ->toBe(2)
        ->and(Ruler::characters('  a  b '))
        ->toBe(3)
        ->and(Ruler::characters('👨‍👩‍👧'))
        ->toBe(1)
        ->and(Ruler::characters(''))
        ->toBe(0);
});

it('refuses a slot that no text can be shown in', fn () => new Slot(2, 600, 1))->throws(InvalidArgumentException::class);
