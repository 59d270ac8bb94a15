<?php

declare(strict_types=1);

use PhpParser\Node;
use PhpParser\NodeFinder;
use PhpParser\ParserFactory;

/**
 * Methods that hand a row of the database on as it came, by room: whoever reads one does not see what is in it. Where
 * one is made into a record (of, from, fromRow, all) it has to come in; JSON of other programs is no row.
 *
 * @return array<string, int>
 */
function methodsThatHandRowsOn(): array
{
    $parser = (new ParserFactory())->createForHostVersion();
    $finder = new NodeFinder();
    $count = [];
    foreach (
        new RecursiveIteratorIterator(new RecursiveDirectoryIterator(app_path(), FilesystemIterator::SKIP_DOTS)) as $file
    ) {
        $path = substr((string) $file, strlen(app_path()) + 1);
        if (
            $file->getExtension() !== 'php' ||
            preg_match('~^(Connectors/|Stores/(Shop|Http)/)|/Migrations/~', $path) === 1
        ) {
            continue;
        }
        $tree = $parser->parse((string) file_get_contents((string) $file)) ?? [];
        foreach ($finder->findInstanceOf($tree, Node\Stmt\ClassMethod::class) as $method) {
            $types = [$method->returnType, ...array_map(static fn (Node\Param $param) => $param->type, $method->params)];
            $isRow = static fn (?Node $type): bool => $type instanceof Node\NullableType
                ? $type->type instanceof Node\Name && $type->type->toString() === 'stdClass'
                : $type instanceof Node\Name && $type->toString() === 'stdClass';
            $doc = (string) $method->getDocComment()?->getText();
            if (
                $method->isPublic() &&
                ! in_array($method->name->name, ['of', 'from', 'fromRow', 'all'], true) &&
                (array_filter($types, $isRow) !== [] || preg_match('/@(?:param|return)[^*]*\bstdClass\b/', $doc) === 1)
            ) {
                $room = explode('/', $path)[0];
                $count[$room] = ($count[$room] ?? 0) + 1;
            }
        }
    }
    ksort($count);

    return $count;
}

it('hands no more rows on as they came than there were', function (): void {
    // Whoever makes some of them records lowers the number here; rooms that have none stand in no list.
    $most = [
        'Access' => 1,
        'Changes' => 2,
        'Facts' => 2,
        'Gather' => 3,
        'Match' => 6,
        'Platform' => 3,
        'Watch' => 1,
        'Weigh' => 5,
        'Write' => 1,
    ];
    foreach (methodsThatHandRowsOn() as $room => $count) {
        expect($count)->toBeLessThanOrEqual($most[$room] ?? 0, $room);
    }
});
