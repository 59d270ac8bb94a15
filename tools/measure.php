<?php

declare(strict_types=1);

/**
 * Measures of the code, as docs/testing.md names them: php tools/measure.php [core app …]. Lengths are told as middle /
 * ninth tenth / longest. A circle is a pair of folders whose classes use each other.
 */

use PhpParser\Node;
use PhpParser\NodeFinder;
use PhpParser\ParserFactory;

require dirname(__DIR__).'/vendor/autoload.php';
chdir(dirname(__DIR__));

/** @param  list<int>  $values */
function spread(array $values): string
{
    sort($values);
    $at = static fn (float $part): int => $values[(int) min(count($values) - 1, floor($part * count($values)))] ?? 0;

    return $at(0.5).' / '.$at(0.9).' / '.($values === [] ? 0 : max($values));
}

/** @return Generator<string, string> sources by path, without migrations and tables of data */
function sources(string $dir): Generator
{
    foreach (
        new RecursiveIteratorIterator(new RecursiveDirectoryIterator($dir, FilesystemIterator::SKIP_DOTS)) as $file
    ) {
        if ($file->getExtension() === 'php' && preg_match('~/(Migrations|Data)/~', $file->getPathname()) !== 1) {
            yield $file->getPathname() => (string) file_get_contents($file->getPathname());
        }
    }
}

$parser = (new ParserFactory())->createForHostVersion();
$finder = new NodeFinder();
$rows = [];
foreach (array_slice($argv, 1) ?: ['core', 'app', 'standins', 'tests'] as $dir) {
    $files = $methods = [];
    $count = array_fill_keys(
        [
            'lines', 'over 120', 'over 160', 'longest line', 'classes', 'final', 'more than 4 parameters',
            'more than 8 fields', 'throws', 'stdClass or object rows', 'rows among private methods', 'casts',
        ],
        0,
    );
    $uses = [];
    foreach (sources($dir) as $path => $source) {
        $lines = explode("\n", $source);
        $files[] = count($lines);
        $count['lines'] += count($lines);
        foreach ($lines as $line) {
            $long = mb_strlen($line);
            $count['over 120'] += $long > 120 ? 1 : 0;
            $count['over 160'] += $long > 160 ? 1 : 0;
            $count['longest line'] = max($count['longest line'], $long);
        }
        $tree = $parser->parse($source) ?? [];
        foreach ($finder->findInstanceOf($tree, Node\Stmt\Class_::class) as $class) {
            if ($class->name !== null) {
                $count['classes']++;
                $count['final'] += $class->isFinal() ? 1 : 0;
            }
        }
        foreach (
            [
                ...$finder->findInstanceOf($tree, Node\Stmt\ClassMethod::class),
                ...$finder->findInstanceOf($tree, Node\Stmt\Function_::class),
            ] as $method
        ) {
            $methods[] = $method->getEndLine() - $method->getStartLine() + 1;
            $isMade = $method->name->name === '__construct';
            // What the container calls is given its services as parameters; nobody writes such a call.
            $isCalledFor =
                $method instanceof Node\Stmt\ClassMethod &&
                $method->isPublic() &&
                preg_match('~/(Http|Api|Console)/|Provider\.php$~', $path) === 1;
            $count['more than 4 parameters'] += ! $isMade && ! $isCalledFor && count($method->params) > 4 ? 1 : 0;
            $count['more than 8 fields'] += $isMade && count($method->params) > 8 ? 1 : 0;
            $count['throws'] += str_contains((string) $method->getDocComment()?->getText(), '@throws') ? 1 : 0;
            foreach ($method->params as $param) {
                $type = $param->type;
                $isObject = $type instanceof Node\Identifier && $type->name === 'object';
                // Rows are called so; JSON of other programs is stdClass, too. What is made of a row takes it in.
                $isRow =
                    $type instanceof Node\Name &&
                    in_array($type->getLast(), ['stdClass', 'Row'], true) &&
                    $param->var instanceof Node\Expr\Variable &&
                    $param->var->name === 'row' &&
                    ! ($method->returnType instanceof Node\Name && $method->returnType->getLast() === 'self');
                $isOwn = $method instanceof Node\Stmt\ClassMethod && $method->isPrivate();
                $count['stdClass or object rows'] += $isObject || ($isRow && ! $isOwn) ? 1 : 0;
                $count['rows among private methods'] += $isRow && $isOwn ? 1 : 0;
            }
        }
        foreach ($finder->findInstanceOf($tree, Node\Expr\Cast::class) as $cast) {
            $count['casts'] +=
                $cast->expr instanceof Node\Expr\PropertyFetch &&
                $cast->expr->var instanceof Node\Expr\Variable &&
                $cast->expr->var->name === 'row'
                    ? 1
                    : 0;
        }
        $here = dirname($path);
        // Routes, providers and what a step tells of itself put a room together: nothing of it knows them.
        $isBuilt = preg_match('~/(routes|[A-Za-z]+(Provider|Step|Overview))\.php$~', $path) === 1;
        preg_match_all('/^use (?:App|Orchard\\\\Core)\\\\([\w\\\\]+)\\\\\w+;/m', $source, $found);
        foreach ($isBuilt ? [] : $found[1] as $space) {
            $uses[$here][$dir.'/'.str_replace('\\', '/', $space)] = true;
        }
    }
    $circles = [];
    foreach ($uses as $a => $others) {
        foreach (array_keys($others) as $b) {
            isset($uses[$b][$a]) && $a < $b && ($circles[] = "$a and $b");
        }
    }
    $of = static fn (int $part, int $all): string => $all === 0 ? '–' : round((100 * $part) / $all, 1).'%';
    $rows[$dir] = [
        'lines' => number_format($count['lines']),
        'lines per file' => spread($files),
        'lines per method' => spread($methods),
        'lines over 120 (160, longest)' => "{$of($count['over 120'], $count['lines'])} ({$of(
            $count['over 160'],
            $count['lines'],
        )}, {$count['longest line']})",
        'methods with more than four parameters, those that the container calls apart' => (string) $count['more than 4 parameters'],
        'constructors with more than eight, most of them records of a row' => (string) $count['more than 8 fields'],
        'final classes' => "{$count['final']} of {$count['classes']}",
        '@throws, share of methods' => $of($count['throws'], count($methods)),
        'rows handed on' => (string) $count['stdClass or object rows'],
        'private methods that take a row' => (string) $count['rows among private methods'],
        'casts of a row’s column' => (string) $count['casts'],
        'folders that use each other' => count($circles).($circles === [] ? '' : ': '.implode('; ', $circles)),
    ];
}
echo '| | '.implode(' | ', array_keys($rows))." |\n|---".str_repeat('|---', count($rows))."|\n";
foreach (array_keys(reset($rows) ?: []) as $measure) {
    echo "| $measure | ".implode(' | ', array_column($rows, $measure))." |\n";
}
preg_match('/level: (\d+)/', (string) file_get_contents('phpstan.neon'), $level);
echo "\nlarastan level ".($level[1] ?? '?')."\n";
