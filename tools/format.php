<?php

declare(strict_types=1);

/**
 * Formats PHP sources: prettier breaks lines at 120 characters, pint gives Laravel's style, and lists of words, which prettier puts one on a
 * line, are filled up to the width again. Afterwards each file still says the same: its syntax tree is compared with the one before.
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
    $now = fill((string) file_get_contents($file));
    if (meaning($now) !== meaning($before[$file])) {
        fwrite(STDERR, "$file would say something else; it is left as it was.\n");
        $now = $before[$file];
        $wrong = 1;
    }
    file_put_contents($file, $now);
}
exit($wrong);
