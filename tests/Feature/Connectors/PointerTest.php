<?php

declare(strict_types=1);

use App\Connectors\Shop\Mapping\Pointer;

it('reads what the examples of RFC 6901, section 5, say', function (string $pointer, mixed $value): void {
    $document = json_decode(
        '{"foo":["bar","baz"],"":0,"a/b":1,"c%d":2,"e^f":3,"g|h":4,"i\\\\j":5,"k\"l":6," ":7,"m~n":8}',
        true,
        16,
        JSON_THROW_ON_ERROR,
    );
    expect(Pointer::of($pointer)->read($document))
        ->toBe($value)
        ->and(Pointer::of($pointer)->exists($document))
        ->toBeTrue();
})->with([
    ['/foo', ['bar', 'baz']],
    ['/foo/0', 'bar'],
    ['/', 0],
    ['/a~1b', 1],
    ['/c%d', 2],
    ['/e^f', 3],
    ['/g|h', 4],
    ['/i\\j', 5],
    ['/k"l', 6],
    ['/ ', 7],
    ['/m~0n', 8],
]);

it('puts what it reads again, and makes what lacks on the way', function (string $pointer): void {
    $body = (object) ['kept' => 'as it is'];
    Pointer::of($pointer)->put($body, 'new');
    $read = json_decode(json_encode($body, JSON_THROW_ON_ERROR), true);
    expect(Pointer::of($pointer)->read($read))
        ->toBe('new')
        ->and($read['kept'])
        ->toBe('as it is');
})->with(['/a', '/a/b/c', '/a~1b/m~0n', '/0', '/ ']);
