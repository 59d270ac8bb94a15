<?php

declare(strict_types=1);

use App\Platform\Words\TemplatePhrases;
use App\Platform\Words\WordList;
use Illuminate\Support\Facades\Blade;

it(
    'has an entry for everything that people read: docs/words.md and lang/en.json are those of the sources',
    function (): void {
        expect(file_get_contents(base_path('docs/words.md')))
            ->toBe(WordList::text(), 'Run: bin/orchard words > docs/words.md')
            ->and(json_decode((string) file_get_contents(lang_path('en.json')), true))
            ->toBe(WordList::english(), 'Run: bin/orchard words --english > lang/en.json');
    },
);

it('finds the phrases of a template, with what is put in, attributes that are read aloud, and nothing else', function (
    string $template,
    array $phrases,
): void {
    expect(array_column(TemplatePhrases::of($template), 'key'))->toBe($phrases);
})->with([
    'a text' => ['<p>Search  again</p>', ['Search again']],
    'what is put in, in its order' => [
        '<p>Of {{ $a }} pages, <b>@n(count($b))</b> fit.</p>',
        ['Of :1 pages, <b>:2</b> fit.'],
    ],
    'conditions part phrases' => [
        '<p>@if ($a > 3 && $b["x)"] < 2)Many @else Few @endif left</p>',
        ['Many', 'Few', 'left'],
    ],
    'attributes' => [
        '<a href="/x" title="Open {{ $name }}" data-x="no words here" class="one two">{{ $name }}</a>',
        ['Open :1'],
    ],
    'code apart' => [
        "@php\n\$a = '<p>No text</p>';\n@endphp<script src=\"x\">let none = 'of this';</script>{{-- nor this --}}<td>Yes</td>",
        ['Yes'],
    ],
    'numbers and marks are no words' => ['<td>–</td><td>{{ $n }}</td><td>1</td><td>≈</td>', []],
    'arrows of code' => ['@foreach ($rows as $key => $row)<li>{{ $row->name }} of us</li>@endforeach', [':1 of us']],
]);

it('puts a translation in its place, in an order of its own, and leaves what has none', function (): void {
    $template = '<p title="Open {{ $name }}">Of {{ $all }} pages, {{ $some }} fit.</p><p>Not translated</p>';
    $other = TemplatePhrases::translate($template, [
        'Of :1 pages, :2 fit.' => ':2 von :1 Seiten passen.',
        'Open :1' => ':1 öffnen',
    ]);
    expect(Blade::render($other, ['name' => 'Lampe', 'all' => 9, 'some' => 4]))
        ->toBe('<p title="Lampe öffnen">4 von 9 Seiten passen.</p><p>Not translated</p>')
        ->and(TemplatePhrases::translate($template, []))
        ->toBe($template);
});

it('keeps every template as it is where nothing is said otherwise', function (): void {
    $n = 0;
    $english = WordList::english();
    foreach (
        new RecursiveIteratorIterator(
            new RecursiveDirectoryIterator(resource_path('views'), FilesystemIterator::SKIP_DOTS),
        ) as $file
    ) {
        $source = (string) file_get_contents($file->getPathname());
        expect(TemplatePhrases::translate($source, $english))->toBe($source, $file->getFilename());
        // A template whose every phrase is changed still compiles to the same number of them.
        $changed = TemplatePhrases::translate(
            $source,
            array_map(
                static fn (string $phrase): string => preg_replace('/\p{L}/u', 'x', $phrase) ?? $phrase,
                array_combine(
                    array_column(TemplatePhrases::of($source), 'key'),
                    array_column(TemplatePhrases::of($source), 'key'),
                ),
            ),
        );
        expect(count(token_get_all(Blade::compileString($changed))))->toBe(
            count(token_get_all(Blade::compileString($source))),
            $file->getFilename(),
        );
        $n++;
    }
    expect($n)->toBeGreaterThan(80);
});
