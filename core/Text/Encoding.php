<?php

declare(strict_types=1);

namespace Orchard\Core\Text;

use UConverter;

/**
 * An encoding of the Encoding Standard (encoding.spec.whatwg.org), with its decoder: what browsers make of bytes.
 *
 * Bytes that mean nothing become U+FFFD. Single-byte encodings and Big5 go by the standard's own tables, since no
 * library here
 * has them right; the other legacy ones by ICU, with the places mended in which its tables differ. tools/make-
 * encodings.mjs makes
 * the tables; e2e/encodings.spec.mjs compares every byte and every pair of bytes with another implementation.
 */
final class Encoding
{
    private const REPLACEMENT = "\u{FFFD}";

    /** ICU's converter for each multi-byte encoding. */
    private const CONVERTERS = [
        'euc-kr' => 'windows-949-2000',
        'shift_jis' => 'windows-31j',
        'gbk' => 'gb18030',
        'gb18030' => 'gb18030',
        'euc-jp' => 'euc-jp',
        'iso-2022-jp' => 'ISO_2022,locale=ja,version=0',
    ];

    /** Codes of gb18030 where the standard differs from ICU: what ICU makes, and what is meant. */
    private const GB_MENDED = [
        "\u{E5E5}" => "\u{3000}",
        "\u{E78D}" => "\u{FE10}",
        "\u{E78E}" => "\u{FE12}",
        "\u{E78F}" => "\u{FE11}",
        "\u{E790}" => "\u{FE13}",
        "\u{E791}" => "\u{FE14}",
        "\u{E792}" => "\u{FE15}",
        "\u{E793}" => "\u{FE16}",
        "\u{E794}" => "\u{FE17}",
        "\u{E795}" => "\u{FE18}",
        "\u{E796}" => "\u{FE19}",
        "\u{E81E}" => "\u{9FB4}",
        "\u{E826}" => "\u{9FB5}",
        "\u{E82B}" => "\u{9FB6}",
        "\u{E82C}" => "\u{9FB7}",
        "\u{E832}" => "\u{9FB8}",
        "\u{E843}" => "\u{9FB9}",
        "\u{E854}" => "\u{9FBA}",
        "\u{E864}" => "\u{9FBB}",
    ];

    /** @var ?array<string, string> text by byte or pair of bytes, once it was needed */
    private ?array $table = null;

    private ?UConverter $converter = null;

    /** @param  string  $name  as the standard has it, in lower case */
    private function __construct(public readonly string $name)
    {
    }

    /** The encoding that a label means, such as "latin1", "ks_c_5601-1987" or "x-sjis"; null for none. */
    public static function labelled(string $label): ?self
    {
        $label = strtolower(trim($label, "\t\n\f\r "));
        $name = self::data()['labels'][$label === 'mac-cyrillic' ? 'x-mac-cyrillic' : $label] ?? null;

        return $name === null ? null : new self($name);
    }

    /** The name as people write it: "UTF-8", "Windows-1252", "Shift_JIS". */
    public function label(): string
    {
        return [
            'shift_jis' => 'Shift_JIS',
            'big5' => 'Big5',
            'macintosh' => 'Macintosh',
            'x-mac-cyrillic' => 'Mac-Cyrillic',
        ][$this->name] ?? (str_starts_with($this->name, 'windows-') ? ucfirst($this->name) : strtoupper($this->name));
    }

    /** @return list<string> names of all encodings that bytes can be read in */
    public static function names(): array
    {
        $names = array_values(array_unique(self::data()['labels']));

        return array_values(array_diff($names, ['replacement', 'x-user-defined']));
    }

    public function decode(string $bytes): string
    {
        return match (true) {
            $this->name === 'utf-8' => self::scrubbed($bytes),
            $this->name === 'utf-16le', $this->name === 'utf-16be' => self::converted($bytes, strtoupper($this->name)),
            $this->name === 'replacement' => $bytes === '' ? '' : self::REPLACEMENT,
            $this->name === 'big5' => $this->big5($bytes),
            isset(self::CONVERTERS[$this->name]) => $this->byConverter($bytes),
            default => strtr($bytes, $this->table ??= $this->singles()),
        };
    }

    /** The bytes of a text; null where the encoding lacks one of its signs, or has no bytes for any (replacement). */
    public function encode(string $text): ?string
    {
        if (in_array($this->name, ['utf-8', 'replacement'], true)) {
            return $this->name === 'utf-8' || $text === '' ? $text : null;
        }
        if (in_array($this->name, ['utf-16le', 'utf-16be'], true)) {
            return (string) mb_convert_encoding($text, strtoupper($this->name), 'UTF-8');
        }
        if (isset(self::CONVERTERS[$this->name])) {
            $bytes = (string) self::converter(self::CONVERTERS[$this->name], 'utf-8')->convert($text);
        } else {
            // Where two bytes are read as the same sign, the first is written.
            $table = $this->name === 'big5' ? self::big5Table() : $this->singles();
            $bytes = strtr($text, array_flip(array_reverse($table, true)));
        }

        return $this->decode($bytes) === $text ? $bytes : null;
    }

    private static function scrubbed(string $bytes): string
    {
        $before = mb_substitute_character();
        mb_substitute_character(0xFFFD);
        try {
            return mb_scrub($bytes, 'UTF-8');
        } finally {
            mb_substitute_character($before);
        }
    }

    private static function converted(string $bytes, string $from): string
    {
        $before = mb_substitute_character();
        mb_substitute_character(0xFFFD);
        try {
            return (string) mb_convert_encoding($bytes, 'UTF-8', $from);
        } finally {
            mb_substitute_character($before);
        }
    }

    /** @return array<string, string> */
    private function singles(): array
    {
        if ($this->name === 'x-user-defined') {
            $half = implode(
                '',
                array_map(static fn (int $byte): string => (string) mb_chr(0xF700 + $byte), range(0x80, 0xFF)),
            );
        } else {
            $half = self::data()['singles'][$this->name];
        }
        $table = [];
        foreach (mb_str_split($half, 1, 'UTF-8') as $i => $sign) {
            $table[chr(128 + $i)] = $sign;
        }

        return $table;
    }

    /** ICU warns that several labels are ambiguous; the names above are the ones that were compared. */
    private static function converter(string $to, string $from): UConverter
    {
        set_error_handler(static fn (): bool => true);
        try {
            return new UConverter($to, $from);
        } finally {
            restore_error_handler();
        }
    }

    private function byConverter(string $bytes): string
    {
        $this->converter ??= self::converter('utf-8', self::CONVERTERS[$this->name]);
        // Three codes behind the half-width katakana mean something to ICU only.
        $bytes = $this->name === 'euc-jp' ? (string) preg_replace('/\x8E[\xE0-\xE2]/', "\xFF", $bytes) : $bytes;
        $text = (string) $this->converter->convert($bytes);

        return match ($this->name) {
            // ICU shows bad bytes as U+001A here, and rotates three control characters.
            'shift_jis' => strtr($text, ["\x1A" => self::REPLACEMENT, "\x1C" => "\x1A", "\x7F" => "\x1C"]),
            'gbk', 'gb18030' => strtr(strtr($text, self::GB_MENDED), ["\u{80}" => '€']),
            // The private-use rows are ICU's alone.
            'euc-kr' => (string) preg_replace('/[\x{E000}-\x{F8FF}]/u', self::REPLACEMENT, $text),
            default => $text,
        };
    }

    /** @see https://encoding.spec.whatwg.org/#big5-decoder */
    private function big5(string $bytes): string
    {
        $this->table ??= self::big5Table();
        $text = '';
        for ($i = 0, $end = strlen($bytes); $i < $end; $i++) {
            $plain = strcspn($bytes, self::upperHalf(), $i);
            if ($plain > 0) {
                $text .= substr($bytes, $i, $plain);
                $i += $plain;
                if ($i >= $end) {
                    break;
                }
            }
            $pair = substr($bytes, $i, 2);
            if (isset($this->table[$pair])) {
                $text .= $this->table[$pair];
                $i++;

                continue;
            }
            $text .= self::REPLACEMENT;
            // A second byte of ASCII is read again by itself, so that no markup is swallowed.
            $lead = ord($pair[0]);
            $i += $lead > 0x80 && $lead < 0xFF && strlen($pair) === 2 && ord($pair[1]) >= 0x80 ? 1 : 0;
        }

        return $text;
    }

    private static function upperHalf(): string
    {
        return implode('', array_map(chr(...), range(0x80, 0xFF)));
    }

    /** @return array<string, string> */
    private static function big5Table(): array
    {
        /** @var string $packed */
        $packed = require __DIR__.'/Data/big5.php';
        $texts = explode("\0", (string) gzuncompress((string) base64_decode($packed, true)));
        $table = [];
        $at = 0;
        for ($lead = 0x81; $lead <= 0xFE; $lead++) {
            foreach ([...range(0x40, 0x7E), ...range(0xA1, 0xFE)] as $trail) {
                $text = $texts[$at++] ?? '';
                if ($text !== '') {
                    $table[chr($lead).chr($trail)] = $text;
                }
            }
        }

        return $table;
    }

    /** @return array{labels: array<string, string>, singles: array<string, string>} */
    private static function data(): array
    {
        /** @var array{labels: array<string, string>, singles: array<string, string>} */
        return require __DIR__.'/Data/encodings.php';
    }
}
