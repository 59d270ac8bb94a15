<?php

declare(strict_types=1);

use Orchard\Core\Tabular\CharsetGuess;
use Orchard\Core\Tabular\Dialect;
use Orchard\Core\Text\Encoding;

/** What iconv, an implementation by others, writes in a charset. */
function inCharset(string $text, string $charset): string
{
    return (string) iconv('UTF-8', "$charset//TRANSLIT", $text);
}

it('recognises a charset by the letters', function (string $text, string $charset, array $languages): void {
    $bytes = inCharset($text, $charset);
    $guess = CharsetGuess::of($bytes, array_values($languages));
    expect($guess->encoding->decode($bytes))->toBe($text, $guess->encoding->name);
})->with([
    'German' => ['Hängelampe für Küche und Flur, weiß, 12,50 €', 'WINDOWS-1252', ['de']],
    'German, store unknown' => ['Hängelampe für Küche und Flur, größer', 'WINDOWS-1252', []],
    'German from a Mac' => ['Hängelampe für Küche und Flur, weiß', 'MACINTOSH', ['de']],
    'French from a Mac' => ['lampe à suspendre, été, théâtre', 'MACINTOSH', ['fr']],
    'Polish' => ['żyrandol z mosiądzu, światło ciepłe', 'WINDOWS-1250', ['pl']],
    'Polish, ISO' => ['żyrandol z mosiądzu, światło ciepłe', 'ISO-8859-2', ['pl']],
    'Czech' => ['závěsné svítidlo z mosazi, žárovka', 'WINDOWS-1250', ['cs']],
    'Hungarian' => ['függőlámpa sárgarézből, fűtőtest', 'WINDOWS-1250', ['hu']],
    'Russian' => ['подвесной светильник из латуни', 'WINDOWS-1251', ['ru']],
    'Russian, store unknown' => ['подвесной светильник из латуни, тёплый свет', 'WINDOWS-1251', ['en']],
    'Russian, KOI8' => ['подвесной светильник из латуни', 'KOI8-R', ['ru']],
    'Greek' => ['κρεμαστό φωτιστικό από ορείχαλκο', 'WINDOWS-1253', ['el']],
    'Turkish' => ['pirinç sarkıt lamba, ışık, gümüş', 'WINDOWS-1254', ['tr']],
    'Hebrew' => ['מנורת תלייה מפליז', 'WINDOWS-1255', ['he']],
    'Arabic' => ['مصباح معلق من النحاس', 'WINDOWS-1256', ['ar']],
    'Lithuanian' => ['pakabinamas šviestuvas iš žalvario, šiltas, gražus ąžuolas', 'WINDOWS-1257', ['lt']],
    'Thai' => ['โคมไฟแขวนทองเหลือง', 'TIS-620', ['th']],
    'Japanese' => ['真鍮のペンダントランプ、暖かい光', 'SHIFT_JIS', ['ja']],
    'Japanese, EUC' => ['真鍮のペンダントランプ、暖かい光', 'EUC-JP', ['ja']],
    'Chinese, simplified' => ['黄铜吊灯，暖光，餐厅', 'GBK', ['zh']],
    'Chinese, traditional' => ['黃銅吊燈，暖光，餐廳', 'BIG5', ['zh-TW']],
    'Korean' => ['황동 펜던트 조명 따뜻한 빛', 'EUC-KR', ['ko']],
]);

it('says when another reading is nearly as good', function (): void {
    expect(CharsetGuess::of(inCharset('Hängelampe für Küche und Flur, weiß', 'WINDOWS-1252'), ['de'])->isSure)
        ->toBeTrue()
        ->and(CharsetGuess::of("\xE6", [])->isSure)
        ->toBeFalse();
});

it('names every encoding once, as people write it', function (): void {
    $charsets = Dialect::charsets();
    expect($charsets)
        ->toContain('UTF-8', 'Windows-1250', 'Shift_JIS', 'Big5', 'EUC-KR', 'KOI8-R', 'ISO-8859-15', 'Macintosh')
        ->and(count($charsets))
        ->toBe(count(array_unique($charsets)));
    foreach ($charsets as $charset) {
        expect(Encoding::labelled($charset)?->label())->toBe($charset);
    }
});

it('reads no word in two scripts, whatever languages the store deals in', function (
    string $text,
    array $languages,
): void {
    $guess = CharsetGuess::of((string) mb_convert_encoding($text, 'Windows-1252', 'UTF-8'), array_values($languages));
    expect([$guess->encoding->label(), $guess->isSure])->toBe(['Windows-1252', true]);
})->with([
    'German beside Bulgarian' => ['Größe und Höhe, schöne Grüße für Mädchen', ['bg', 'de']],
    'German where Bulgarian alone is dealt in' => ['Größe und Höhe, schöne Grüße für Mädchen', ['bg']],
    'French beside Russian' => ['Crème brûlée à l’été, où ça coûte déjà', ['ru', 'fr']],
    'Spanish beside Greek' => ['El niño está aquí mañana', ['el', 'es']],
]);
