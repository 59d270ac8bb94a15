<?php

declare(strict_types=1);

use Orchard\Core\Duplicates\Identity;
use Orchard\Core\Url\PageUrl;

const PLAIN_TEXT = 'It hangs above a table and gives warm light all evening long. The shade is spun from one sheet in a workshop by the river, and the cord is woven by hand so that it never tangles. Each one is tested for a day before it leaves us, and comes with a spare cord, a hook and a small bag of screws that fit every ceiling that we have met in our lives as makers of lamps so far.';

/** @param  array<string, mixed>  $given  what it has of its own */
function identityOf(array $given): Identity
{
    static $next = 900_000;
    $given += [
        'path' => '/p'.$next,
        'market' => 1,
        'language' => 'en',
        'product' => true,
        'title' => null,
        'h1' => 'Aurora',
        'number' => '',
        'name' => '',
        'text' => PLAIN_TEXT,
        'items' => [],
        'list' => false,
        'links' => [],
    ];

    return new Identity(
        ++$next,
        PageUrl::parse('https://shop.example'.$given['path']) ?? throw new LogicException(),
        $given['market'],
        $given['language'],
        $given['product'],
        $given['title'] ?? $given['h1'],
        $given['h1'],
        $given['number'],
        $given['name'],
        $given['text'] === '' ? [] : explode("\n", $given['text']),
        $given['items'],
        $given['list'],
        $given['links'],
    );
}
