<?php

declare(strict_types=1);

namespace App\Platform\Words;

/**
 * All that people read, by where it stands: phrases of templates, words of enums and messages of the code, words of
 * scripts.
 */
final class WordList
{
    /** Methods whose strings are words for people, however short. */
    private const NAMING = [
        'words', 'label', 'short', 'choices', 'meaning', 'meanings', 'repair', 'means', 'question', 'title', 'plural',
        'stateInWords', 'waiting', 'missing',
    ];

    private const NO_WORDS = '/^(?:SELECT|INSERT|UPDATE|DELETE|REPLACE|CREATE|ALTER|DROP|LOAD|SHOW|SET|OPTIMIZE|TRUNCATE|COALESCE|FROM|WHERE|AND|OR|LEFT|JOIN|GROUP|ORDER|LIMIT|IF\(|SUM\(|EXISTS|CONCAT|NOT|HAVING|ON|AS|IN|can:|throttle:)\b/';

    /** @return array<string, list<string>> phrases by file, in their order */
    public static function templates(): array
    {
        return self::of(
            'resources/views',
            '.blade.php',
            static fn (string $source): array => array_column(TemplatePhrases::of($source), 'key'),
        );
    }

    /** @return array<string, list<string>> by file */
    public static function code(): array
    {
        return self::of('app', '.php', self::strings(...)) + self::of('core', '.php', self::strings(...));
    }

    /** @return array<string, list<string>> by file */
    public static function scripts(): array
    {
        return self::of('resources/js', '.js', static function (string $source): array {
            $source = (string) preg_replace('~/\*.*?\*/|^\s*//.*$~ms', '', $source);
            preg_match_all('/\'((?:[^\'\\\\\n]|\\\\.)*)\'|`((?:[^`\\\\]|\\\\.)*)`/u', $source, $found);

            return array_values(
                array_filter(
                    array_map(static fn (string $a, string $b): string => trim($a.$b), $found[1], $found[2]),
                    static fn (string $text): bool => preg_match('/^[A-Z“][\p{L} ,.:;’“”$\{\}]*\s\p{L}/u', $text) === 1,
                ),
            );
        });
    }

    /** The list as it stands in docs/words.md. */
    public static function text(): string
    {
        $text =
            "# What people read\n\nMade by `bin/orchard words > docs/words.md`; a test holds it against the sources. Read it from top to bottom as a search manager would. :1, :2 … stand for what is put in\nwhile it runs. Phrases of templates are translated by `lang/<locale>.json`.\n";
        foreach (
            ['Templates' => self::templates(), 'Code' => self::code(), 'Scripts' => self::scripts()] as $title => $files
        ) {
            $text .= "\n## $title\n";
            foreach ($files as $file => $phrases) {
                $text .=
                    "\n### $file\n\n".
                    implode(
                        '',
                        array_map(
                            static fn (string $phrase): string => '- '.
                                str_replace(["\n", '|'], [' ', '\\|'], $phrase).
                                "\n",
                            array_values(array_unique($phrases)),
                        ),
                    );
            }
        }

        return $text;
    }

    /** @return array<string, string> English by phrase, as lang/en.json has it */
    public static function english(): array
    {
        $phrases = array_unique(array_merge(...array_values(self::templates())));
        sort($phrases);
        $known = is_file(lang_path('en.json'))
            ? (array) json_decode((string) file_get_contents(lang_path('en.json')), true)
            : [];

        return array_combine(
            $phrases,
            array_map(
                static fn (string $phrase): string => is_string($known[$phrase] ?? null) ? $known[$phrase] : $phrase,
                $phrases,
            ),
        );
    }

    /**
     * @param  \Closure(string): list<string>  $read
     * @return array<string, list<string>>
     */
    private static function of(string $folder, string $ending, \Closure $read): array
    {
        $found = [];
        /** @var \SplFileInfo $file */
        foreach (
            new \RecursiveIteratorIterator(
                new \RecursiveDirectoryIterator(base_path($folder), \FilesystemIterator::SKIP_DOTS),
            ) as $file
        ) {
            $path = substr($file->getPathname(), strlen(base_path()) + 1);
            // Tables of data (letters of charsets, lists of words) are compared and never shown.
            if (str_ends_with($path, $ending) && preg_match('~/(?:Migrations|Data)/~', $path) !== 1) {
                $phrases = $read((string) file_get_contents($file->getPathname()));
                $phrases === [] || ($found[$path] = $phrases);
            }
        }
        ksort($found);

        return $found;
    }

    /** @return list<string> */
    private static function strings(string $source): array
    {
        $found = [];
        $method = '';
        $tokens = token_get_all($source);
        foreach ($tokens as $i => $token) {
            if (is_array($token) && $token[0] === T_FUNCTION) {
                $next = $tokens[$i + 2] ?? '';
                $method = is_array($next) && $next[0] === T_STRING ? $next[1] : $method;
            }
            if (! is_array($token) || $token[0] !== T_CONSTANT_ENCAPSED_STRING) {
                continue;
            }
            $text = trim(stripslashes(substr($token[1], 1, -1)));
            $isProse =
                preg_match('/^[\p{L}“][^\\\\{}<>=$_|]*\s\p{L}[^\\\\{}<>=$_|]*$/u', $text) === 1 &&
                preg_match(self::NO_WORDS, $text) !== 1 &&
                preg_match('/\b(?:DESC|ASC|IS NULL|INT|VARCHAR)\b|^\w+ as \w+$|^\w+(?:\.\w+)? [<>]/', $text) !== 1;
            $isName =
                in_array($method, self::NAMING, true) &&
                preg_match('/^[\p{L}0-9“][\p{L}0-9 ,.’“”()%-]*$/u', $text) === 1;
            if ($isProse || $isName) {
                $found[] = $text;
            }
        }

        return $found;
    }
}
