<?php

declare(strict_types=1);

// Helpers of the core's tests that stand in several files.

use Orchard\Core\Claims\Claim;
use Orchard\Core\Claims\FactCheck;
use Orchard\Core\Claims\FactSheet;
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

/**
 * Sheets of facts with texts about them, written by hand without looking at the lists of the code: "+" says nothing
 * that the sheet does not, "-" claims what stands behind "|" falsely.
 *
 * @return list<array{FactSheet, list<string>, list<array{string, string}>}>
 */
function claimSheets(string $file): array
{
    $sheets = $true = $wrong = [];
    foreach (file(__DIR__."/Core/Claims/data/$file.txt", FILE_IGNORE_NEW_LINES) ?: [] as $line) {
        $rest = trim(substr($line, 1));
        if ($line[0] === '#') {
            $facts = [];
            foreach (explode(' | ', $rest) as $part) {
                [$name, $fact] = explode(': ', $part, 2);
                $facts[$name] = $fact;
            }
            $sheets[] = new FactSheet($facts);
        } elseif ($line[0] === '+') {
            $true[count($sheets) - 1][] = $rest;
        } else {
            [$sentence, $fact] = explode(' | ', $rest, 2);
            $wrong[count($sheets) - 1][] = [$sentence, $fact];
        }
    }

    return array_map(
        static fn (FactSheet $sheet, int $nth): array => [$sheet, $true[$nth] ?? [], $wrong[$nth] ?? []],
        $sheets,
        array_keys($sheets),
    );
}

/** @return list<string> */
function doubtful(string $language, string $text, FactSheet $facts): array
{
    $makers = ['Petrel & Sons', 'Corrie', 'Tallow Hill', 'Brook & Bower', 'Lindow', 'Bach & Laube', 'Hollow Mill'];

    return array_map(
        static fn (Claim $one): string => $one->text,
        (new FactCheck($language, $makers))->doubts($text, $facts),
    );
}

function keptUrl(string $path): PageUrl
{
    return PageUrl::parse(str_starts_with($path, 'http') ? $path : "https://shop.example$path") ??
        throw new LogicException($path);
}
