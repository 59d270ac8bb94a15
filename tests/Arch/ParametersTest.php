<?php

declare(strict_types=1);

use PhpParser\Node;
use PhpParser\NodeFinder;
use PhpParser\ParserFactory;
use Symfony\Component\Finder\Finder;

/**
 * Parameters of private methods and of functions that nothing in them uses: whoever calls them looks for a value that
 * makes no difference. Others may be asked for by an interface.
 *
 * @return list<string> file, method and parameter
 */
function unusedParameters(string $source, string $path): array
{
    $finder = new NodeFinder();
    $tree = (new ParserFactory())->createForHostVersion()->parse($source) ?? [];
    $unused = [];
    foreach ([Node\Stmt\ClassMethod::class, Node\Stmt\Function_::class] as $type) {
        foreach ($finder->findInstanceOf($tree, $type) as $method) {
            if ($method instanceof Node\Stmt\ClassMethod && ! $method->isPrivate()) {
                continue;
            }
            $names = static fn (array $nodes): array => array_map(
                static fn (Node\Expr\Variable $one): string => is_string($one->name) ? $one->name : '',
                $finder->findInstanceOf($nodes, Node\Expr\Variable::class),
            );
            $kept = array_filter($method->params, static fn (Node\Param $param): bool => ! $param->isPromoted());
            foreach (array_diff($names($kept), $names($method->stmts ?? [])) as $name) {
                $unused[] = "$path: {$method->name->name} \$$name";
            }
        }
    }

    return $unused;
}

it('uses what it asks for', function (string $folder): void {
    $unused = [];
    foreach ((new Finder())->files()->name('*.php')->notName('*.blade.php')->in(base_path($folder)) as $file) {
        $unused = [...$unused, ...unusedParameters($file->getContents(), $file->getRelativePathname())];
    }
    expect($unused)->toBe([]);
})->with(['app', 'core', 'standins', 'bench', 'tools', 'tests']);

it('finds a parameter that makes no difference', function (string $code, array $unused): void {
    expect(unusedParameters("<?php $code", 'X'))->toBe($unused);
})->with([
    'a private method' => ['class A { private function b($c, $d) { return $c; } }', ['X: b $d']],
    'a function' => ['function b($c) { return 1; }', ['X: b $c']],
    'one that a closure inside uses' => ['class A { private function b($c) { return fn () => $c; } }', []],
    'a public method, which may be asked for' => ['class A { public function b($c) {} }', []],
    'a property' => ['class A { private function __construct(private $c) {} }', []],
]);

/**
 * Methods that take more than four parameters: what belongs together is a value. What makes an object is left out, and
 * what the container calls with its services.
 *
 * @return list<string> file and method
 */
function longCalls(string $source, string $path): array
{
    $tree = (new ParserFactory())->createForHostVersion()->parse($source) ?? [];
    $long = [];
    foreach ((new NodeFinder())->findInstanceOf($tree, Node\Stmt\ClassMethod::class) as $method) {
        $name = $method->name->name;
        $isCalledFor = $method->isPublic() && preg_match('~(^|/)(Http|Api|Console)/|Provider\.php$~', $path) === 1;
        if (count($method->params) > 4 && $name !== '__construct' && ! $isCalledFor) {
            $long[] = "$path: $name";
        }
    }

    return $long;
}

it('takes four parameters at most, but for what there was', function (string $folder, int $most): void {
    $long = [];
    foreach ((new Finder())->files()->name('*.php')->notName('*.blade.php')->in(base_path($folder)) as $file) {
        $long = [...$long, ...longCalls($file->getContents(), $file->getRelativePathname())];
    }
    // Whoever makes some shorter lowers the number here.
    expect(count($long))->toBeLessThanOrEqual($most);
})->with([['core', 0], ['app', 27]]);

it('sees a method that takes many parameters', function (string $code, string $path, int $seen): void {
    expect(longCalls("<?php $code", $path))->toHaveCount($seen);
})->with([
    'five' => ['class A { function b($c, $d, $e, $f, $g) {} }', 'A.php', 1],
    'four' => ['class A { function b($c, $d, $e, $f) {} }', 'A.php', 0],
    'a record' => ['class A { function __construct($c, $d, $e, $f, $g) {} }', 'A.php', 0],
    'what the container calls' => ['class A { function b($c, $d, $e, $f, $g) {} }', 'Weigh/Http/A.php', 0],
]);
