<?php

declare(strict_types=1);

// Helpers of the core's tests that stand in several files.

use Orchard\Core\Duplicates\Identity;
use Orchard\Core\Terms\ProductWords;
use Orchard\Core\Terms\SoldProduct;
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

/** The products of a field, as its file tells them. */
function wordsOfProducts(string $field, string $language): ProductWords
{
    $words = new ProductWords($language);
    foreach ((array) file(__DIR__."/Core/Terms/data/$field.products.txt", FILE_IGNORE_NEW_LINES) as $nth => $line) {
        [$name, $maker, $facts, $price, $inStock] = explode('|', (string) $line);
        $words->add(new SoldProduct($nth, $name, explode(', ', $facts), $maker, $inStock === 'yes', (float) $price));
    }

    return $words;
}
