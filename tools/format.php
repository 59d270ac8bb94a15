<?php

declare(strict_types=1);

/**
 * Formats PHP sources: prettier breaks lines at 120 characters, pint gives Laravel's style, and lists of words, which
 * prettier puts one on a line, are filled up to the width again; comments that are wider are broken. Afterwards each
 * file still says the same: its syntax tree is compared with the one before.
 *
 *     php tools/format.php [FILE …]      all sources without arguments
 */

use PhpParser\Node;
use PhpParser\NodeFinder;
use PhpParser\NodeTraverser;
use PhpParser\NodeVisitorAbstract;
use PhpParser\ParserFactory;
use PhpParser\PrettyPrinter\Standard;

require dirname(__DIR__).'/vendor/autoload.php';
chdir(dirname(__DIR__));

const WIDTH = 120;

/** Which words of a list stand on lines of their own: from so many on a list is filled. */
const FEWEST = 9;

function parsed(string $source): array
{
    return (new ParserFactory())->createForHostVersion()->parse($source) ?? [];
}

/** What a source says, whatever its layout, comments and quotes. */
function meaning(string $source): string
{
    $bare = new class extends NodeVisitorAbstract
    {
        public function enterNode(Node $node): ?Node
        {
            $node->setAttribute('comments', []);
            $node instanceof Node\Scalar\String_ &&
                $node->setAttribute('kind', Node\Scalar\String_::KIND_SINGLE_QUOTED);
            $node instanceof Node\Expr\Array_ && $node->setAttribute('kind', Node\Expr\Array_::KIND_SHORT);

            return null;
        }
    };

    return (new Standard())->prettyPrint((new NodeTraverser($bare))->traverse(parsed($source)));
}

/** Fills lists of plain values that stand one on a line. */
function fill(string $source): string
{
    $lists = array_filter(
        (new NodeFinder())->findInstanceOf(parsed($source), Node\Expr\Array_::class),
        static fn (Node\Expr\Array_ $list): bool => count($list->items) >= FEWEST &&
            $list->getEndLine() - $list->getStartLine() > count($list->items) &&
            array_filter(
                $list->items,
                static fn (?Node $item): bool => ! ($item instanceof Node\ArrayItem) ||
                    $item->key !== null ||
                    ! ($item->value instanceof Node\Scalar) ||
                    $item->getStartLine() !== $item->getEndLine() ||
                    $item->getComments() !== [],
            ) === [],
    );
    foreach (array_reverse($lists) as $list) {
        $start = $list->getStartFilePos();
        $end = $list->getEndFilePos();
        $line = (int) strrpos(substr($source, 0, $end), "\n") + 1;
        $indent = str_repeat(' ', strspn($source, ' ', $line));
        $lines = [''];
        foreach ($list->items as $item) {
            $word =
                substr($source, $item->getStartFilePos(), $item->getEndFilePos() - $item->getStartFilePos() + 1).',';
            $now = count($lines) - 1;
            if ($lines[$now] !== '' && strlen($indent) + 4 + strlen($lines[$now]) + 1 + strlen($word) > WIDTH) {
                $lines[] = $word;
            } else {
                $lines[$now] .= ($lines[$now] === '' ? '' : ' ').$word;
            }
        }
        $text =
            "[\n".
            implode("\n", array_map(static fn (string $one): string => "$indent    $one", $lines)).
            "\n$indent]";
        $source = substr_replace($source, $text, $start, $end - $start + 1);
    }

    return $source;
}

/**
 * Words of a comment: a tag goes with what follows it, and what stands in brackets is one word, but for arrays' shapes,
 * which may be broken behind their commas.
 *
 * @return list<string>
 */
function words(string $text): array
{
    $words = [];
    $open = '';
    foreach (preg_split('/ +/', trim($text)) ?: [] as $piece) {
        $last = count($words) - 1;
        $isShape = str_ends_with($open, '{') && str_ends_with($words[$last] ?? '', ',');
        if (($open !== '' && ! $isShape) || ($last === 0 && preg_match('/^@[\w\-]+$/', $words[0]) === 1)) {
            $words[$last] .= " $piece";
        } else {
            $words[] = $piece;
        }
        foreach (str_split($piece) as $sign) {
            $open = match ($sign) {
                '{', '<' => $open.$sign,
                '}', '>' => substr($open, 0, -1),
                default => $open,
            };
        }
    }

    return $words;
}

/**
 * One paragraph of a comment, broken at the width.
 *
 * @return list<string>
 */
function broken(string $text, string $head, string $next): array
{
    $lines = [$head];
    foreach (words($text) as $word) {
        $now = count($lines) - 1;
        $isEmpty = trim($lines[$now]) === trim($now === 0 ? $head : $next);
        // A space that stands for two comes later.
        if (! $isEmpty && mb_strlen(str_replace("\u{a0}", '  ', "$lines[$now] $word")) > WIDTH) {
            $lines[] = $next.$word;
        } else {
            $lines[$now] .= ($isEmpty ? '' : ' ').$word;
        }
    }

    return $lines;
}

/** Breaks comments that are wider, paragraph by paragraph; a paragraph that fits stays as it stands. */
function wrap(string $source): string
{
    $tokens = PhpToken::tokenize($source);
    foreach ($tokens as $nth => $token) {
        if (
            ! $token->is([T_DOC_COMMENT, T_COMMENT]) ||
            max(array_map(mb_strlen(...), explode("\n", $token->text))) < 60
        ) {
            continue;
        }
        $before = $nth > 0 && $tokens[$nth - 1]->is(T_WHITESPACE) ? $tokens[$nth - 1]->text : '';
        $indent = str_repeat(' ', strlen($before) - (int) strrpos("\n$before", "\n"));
        if (str_contains($before, "\n") || $nth < 2) {
            $token->text = $token->is(T_DOC_COMMENT)
                ? wrapBlock($token->text, $indent)
                : wrapLine($token->text, $indent);
        }
    }

    return implode('', array_map(static fn (PhpToken $token): string => $token->text, $tokens));
}

function wrapLine(string $text, string $indent): string
{
    return preg_match('~^// ?(\S.*)$~s', $text, $found) === 1 && mb_strlen($indent.$text) > WIDTH
        ? ltrim(implode("\n", broken($found[1], "$indent// ", "$indent// ")))
        : $text;
}

function wrapBlock(string $text, string $indent): string
{
    $isOne = ! str_contains($text, "\n");
    if ($isOne && mb_strlen($indent.$text) <= WIDTH) {
        return $text;
    }
    $inner = $isOne
        ? [trim(substr($text, 3, -2))]
        : array_map(
            static fn (string $line): string => (string) preg_replace('~^\s*\* ?~', '', $line),
            array_slice(explode("\n", $text), 1, -1),
        );
    $paragraphs = [];
    foreach ($inner as $line) {
        $isNew =
            trim($line) === '' ||
            preg_match('~^\s*(?:@|[-*] |\d+\. |\|)~', $line) === 1 ||
            str_starts_with($line, '     ');
        $last = count($paragraphs) - 1;
        if ($isNew || $last < 0 || trim(implode('', $paragraphs[$last])) === '') {
            $paragraphs[] = [$line];
        } else {
            $paragraphs[$last][] = $line;
        }
    }
    $lines = [];
    foreach ($paragraphs as $paragraph) {
        $width = max(array_map(static fn (string $line): int => mb_strlen("$indent * $line"), $paragraph));
        $isTag = str_starts_with(ltrim($paragraph[0]), '@');
        if ($width <= WIDTH) {
            foreach ($paragraph as $line) {
                $lines[] = rtrim("$indent * $line");
            }
        } else {
            $text = implode(' ', array_map(trim(...), $paragraph));
            // Two spaces part a tag's type, name and words.
            $text = $isTag ? (string) preg_replace('/(\S)  +(?=\S)/', "$1\u{a0}", implode(' ', $paragraph)) : $text;
            foreach (broken($text, "$indent * ", "$indent * ".($isTag ? '    ' : '')) as $line) {
                $lines[] = rtrim(str_replace("\u{a0}", '  ', $line));
            }
        }
    }

    return "/**\n".implode("\n", $lines)."\n$indent */";
}

$files = array_slice($argv, 1);
if ($files === []) {
    foreach (['app', 'core', 'standins', 'tests', 'bench', 'bootstrap', 'tools'] as $dir) {
        foreach (
            new RecursiveIteratorIterator(new RecursiveDirectoryIterator($dir, FilesystemIterator::SKIP_DOTS)) as $file
        ) {
            $path = $file->getPathname();
            if ($file->getExtension() === 'php' && ! str_contains($path, '/Data/') && ! str_contains($path, '/cache/')) {
                $files[] = $path;
            }
        }
    }
}
$before = [];
foreach ($files as $file) {
    $before[$file] = (string) file_get_contents($file);
}
$list = implode(' ', array_map(escapeshellarg(...), $files));
passthru(
    'node_modules/.bin/prettier --log-level error --print-width '.
        WIDTH.
        ' --tab-width 4 --single-quote --php-version 8.2'.
        ' --plugin=@prettier/plugin-php --write '.
        $list,
);
passthru('vendor/bin/pint -q '.$list);
$wrong = 0;
foreach ($files as $file) {
    $now = wrap(fill((string) file_get_contents($file)));
    if (meaning($now) !== meaning($before[$file])) {
        fwrite(STDERR, "$file would say something else; it is left as it was.\n");
        $now = $before[$file];
        $wrong = 1;
    }
    file_put_contents($file, $now);
}
exit($wrong);
