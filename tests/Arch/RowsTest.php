<?php

declare(strict_types=1);

use PhpParser\Node;
use PhpParser\NodeFinder;
use PhpParser\ParserFactory;

/** Methods that make a record of a row take it in as it came. */
const MAKERS = ['of', 'from', 'fromRow', 'all'];

/** Whether a type is a row of the database, as it came. */
function isRowType(?Node $type): bool
{
    $name = $type instanceof Node\NullableType ? $type->type : $type;

    return $name instanceof Node\Name && in_array($name->toString(), ['stdClass', 'Row'], true);
}

function isSelf(?Node $type): bool
{
    $name = $type instanceof Node\NullableType ? $type->type : $type;

    return $name instanceof Node\Name && in_array($name->toString(), ['self', 'static'], true);
}

/**
 * Where a row of the database leaves the class that asked for it: whoever reads it there does not see what is in it.
 * The database's own helpers are left out, and what reads JSON of other programs.
 *
 * @return list<string> file and method
 */
function rowsThatLeave(string $source, string $path): array
{
    $finder = new NodeFinder();
    $tree = (new ParserFactory())->createForHostVersion()->parse($source) ?? [];
    $leaving = [];
    foreach ($finder->findInstanceOf($tree, Node\Stmt\ClassMethod::class) as $method) {
        $name = $method->name->name;
        $doc = (string) $method->getDocComment()?->getText();
        $params = array_filter($method->params, static fn (Node\Param $param): bool => isRowType($param->type));
        $isTaken = $params !== [] || preg_match('/@param[^*]*\b(stdClass|Row)\b/', $doc) === 1;
        $isGiven = isRowType($method->returnType) || preg_match('/@return[^*]*\b(stdClass|Row)\b/', $doc) === 1;
        $isKept = array_filter($params, static fn (Node\Param $param): bool => $param->isPublic()) !== [];
        // A maker gives what it is named after: the record, or several of them.
        $isMaker =
            in_array($name, MAKERS, true) &&
            (isSelf($method->returnType) || preg_match('/@return[^*]*\bself\b/', $doc) === 1);
        if ($isKept || ($method->isPublic() && ($isGiven || ($isTaken && ! $isMaker)))) {
            $leaving[] = "$path: $name";
        }
    }
    foreach ($finder->findInstanceOf($tree, Node\Stmt\Property::class) as $property) {
        if ($property->isPublic() && isRowType($property->type)) {
            $leaving[] = "$path: {$property->props[0]->name}";
        }
    }

    return $leaving;
}

it('keeps rows of the database within the classes that asked for them', function (): void {
    $leaving = [];
    foreach (
        new RecursiveIteratorIterator(new RecursiveDirectoryIterator(app_path(), FilesystemIterator::SKIP_DOTS)) as $file
    ) {
        $path = substr((string) $file, strlen(app_path()) + 1);
        if (
            $file->getExtension() === 'php' &&
            preg_match('~^(Platform/Database/|Connectors/|Stores/(Shop|Http)/)|/Migrations/~', $path) !== 1
        ) {
            array_push($leaving, ...rowsThatLeave((string) file_get_contents((string) $file), $path));
        }
    }
    expect($leaving)->toBe([]);
});

it('sees a row that leaves its class', function (string $code, bool $isSeen): void {
    $source = "<?php use stdClass; final class A { $code }";
    expect(rowsThatLeave($source, 'A.php'))->toHaveCount($isSeen ? 1 : 0);
})->with([
    'given' => ['public function row(): ?stdClass { return null; }', true],
    'given in a list' => ['/** @return list<stdClass> */ public function all(): array { return []; }', true],
    'taken' => ['public function tell(stdClass $row): string { return ""; }', true],
    'taken in a list' => ['/** @param list<stdClass> $rows */ public function tell(array $rows): void {}', true],
    'kept' => ['private function __construct(public stdClass $row) {}', true],
    'made a record of' => ['public static function from(stdClass $row): self { return new self(); }', false],
    'made something else of' => ['public static function of(stdClass $row): array { return []; }', true],
    'a typed row' => ['public function tell(Row $row): string { return $row->text("a"); }', true],
    'told by a maker' => ['public static function of(int $id): stdClass { return new stdClass(); }', true],
    'handed on within' => ['private function tell(stdClass $row): string { return ""; }', false],
]);

/** @return list<string> file and code of each cast of a row's cell */
function castsOfCells(string $source, string $path): array
{
    $tree = (new ParserFactory())->createForHostVersion()->parse($source) ?? [];
    $casts = [];
    foreach ((new NodeFinder())->findInstanceOf($tree, Node\Expr\Cast::class) as $cast) {
        $read = $cast->expr;
        if (
            $read instanceof Node\Expr\PropertyFetch &&
            $read->var instanceof Node\Expr\Variable &&
            $read->var->name === 'row'
        ) {
            $casts[] = $path.': '.substr($source, $cast->getStartFilePos(), 60);
        }
    }

    return $casts;
}

it('reads the cells of a row as what they are, and casts none', function (): void {
    $casts = [];
    foreach (
        new RecursiveIteratorIterator(new RecursiveDirectoryIterator(app_path(), FilesystemIterator::SKIP_DOTS)) as $file
    ) {
        $path = substr((string) $file, strlen(app_path()) + 1);
        if ($file->getExtension() === 'php' && ! str_contains($path, '/Migrations/')) {
            array_push($casts, ...castsOfCells((string) file_get_contents((string) $file), $path));
        }
    }
    expect($casts)
        ->toBe([])
        ->and(castsOfCells('<?php $a = (int) $row->clicks; $b = (int) $page->clicks;', 'A.php'))
        ->toHaveCount(1);
});
