<?php

declare(strict_types=1);

use Orchard\Core\Markup\Charset;
use Orchard\Core\Markup\Entities;
use Orchard\Core\Markup\Link;

it('takes numbers from 128 to 159 for windows-1252, as another decoder has it', function (): void {
    for ($byte = 0x80; $byte <= 0x9F; $byte++) {
        // These five mean nothing in windows-1252 and stay what they are.
        $character = in_array($byte, [0x81, 0x8D, 0x8F, 0x90, 0x9D], true)
            ? mb_chr($byte)
            : mb_convert_encoding(chr($byte), 'UTF-8', 'Windows-1252');
        expect(Entities::decode("a&#$byte;b"))
            ->toBe("a{$character}b")
            ->and(Entities::decode(sprintf('a&#x%X;b', $byte)))
            ->toBe("a{$character}b")
            ->and(Entities::decode("a&#$byte b"))
            ->toBe("a{$character} b");
    }
    expect(Entities::decode('&#160;'))->toBe("\u{A0}")->and(Entities::decode('&#127;'))->toBe("\x7F");
});

it(
    'reads every name of HTML 4 for Latin-1 without its semicolon, but in attributes not before more',
    function (): void {
        $names = array_filter(
            get_html_translation_table(HTML_ENTITIES, ENT_QUOTES | ENT_HTML401, 'UTF-8'),
            static fn (string $name, string $character): bool => mb_ord($character) <= 0xFF && ! str_contains($name, '#'),
            ARRAY_FILTER_USE_BOTH,
        );
        expect(count($names))->toBe(100);
        foreach ($names as $character => $name) {
            $bare = rtrim($name, ';');
            expect(Entities::decode("1 $name 2"))
                ->toBe("1 $character 2")
                ->and(Entities::decode("1 $bare 2"))
                ->toBe("1 $character 2")
                ->and(Entities::decode("?a=1$bare 2", inAttribute: true))
                ->toBe("?a=1$character 2")
                ->and(Entities::decode("?a=1$bare=2", inAttribute: true))
                ->toBe("?a=1$bare=2");
        }
        foreach (
            ['AMP' => '&', 'LT' => '<', 'GT' => '>', 'QUOT' => '"', 'COPY' => '©', 'REG' => '®'] as $name => $character
        ) {
            expect(Entities::decode("x &$name y"))->toBe("x $character y");
        }
        // Names that HTML 5 alone has want their semicolon.
        expect(Entities::decode('&hellip 1 &hellip; &euro'))->toBe('&hellip 1 … &euro');
    },
);

it('believes the byte order mark before all else', function (string $mark, string $encoding): void {
    $bytes = $mark.mb_convert_encoding('Größe – 5 €', $encoding, 'UTF-8');
    expect(Charset::toUtf8($bytes, 'text/html; charset=iso-8859-2'))->toBe('Größe – 5 €');
})->with([
    'UTF-16, big end first' => ["\xFE\xFF", 'UTF-16BE'],
    'UTF-16, little end first' => ["\xFF\xFE", 'UTF-16LE'],
    'UTF-8' => ["\xEF\xBB\xBF", 'UTF-8'],
]);

it('reads rel in capitals and between any white space, and says it in words', function (
    string $rel,
    string $words,
): void {
    expect(Link::relInWords(Link::relOf($rel)))->toBe($words);
})->with([
    'none' => ['', ''],
    'another word' => ['noopener', ''],
    'capitals' => ['NoFollow', 'nofollow'],
    'a line end' => [" sponsored\n", 'sponsored'],
    'a tab and a form feed' => ["ugc\tnoreferrer\fnofollow", 'nofollow, ugc'],
    'all three, in another order' => ['sponsored ugc nofollow', 'nofollow, sponsored, ugc'],
    'a longer word' => ['nofollowed', ''],
]);
