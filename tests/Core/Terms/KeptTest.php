<?php

declare(strict_types=1);

use Orchard\Core\Reasons\Reason;
use Orchard\Core\Terms\AskedJudge;
use Orchard\Core\Terms\Inflection;
use Orchard\Core\Terms\PageWordIndex;
use Orchard\Core\Terms\TermForm;
use Orchard\Core\Terms\TermGroups;
use Orchard\Core\Terms\TermKey;

// What was told when it was looked at, kept word for word: whoever changes a rule sees what else it changes, and keeps
// the new answers with --update-snapshots when they are better. Whether they are right is what other tests hold.

/** @return list<string> the terms of a field, as its file has them */
function termsOfField(string $field): array
{
    preg_match_all('/^[a-z]+: (.+)$/m', (string) file_get_contents(__DIR__."/data/$field.asked.txt"), $found);

    return explode('; ', implode('; ', $found[1]));
}

/** @return list<string> phrases of a language, sorted or not */
function phrasesOf(string $language): array
{
    preg_match_all(
        "/^@$language$(.*?)(?=^@|\\z)/ms",
        (string) file_get_contents(__DIR__.'/data/variants.txt'),
        $found,
    );

    return array_values(
        array_filter(
            array_map(trim(...), preg_split('/[;\n]/', implode("\n", $found[1])) ?: []),
            static fn (string $phrase): bool => $phrase !== '' && $phrase[0] !== '#',
        ),
    );
}

it('keeps what is told of terms', function (
    string $field,
    string $language,
): void {
    $products = wordsOfProducts($field, $language);
    $judge = new AskedJudge($language);
    $told = ['makers: '.implode(', ', $products->makers())];
    foreach (termsOfField($field) as $nth => $term) {
        $normal = TermForm::normal($term);
        // Of some terms it is known what is shown for them, here and elsewhere.
        $evidence = $products->evidence(
            $normal,
            $nth % 29 === 0,
            $nth % 3 === 0 ? ['collection' => $nth % 50, 'product' => ($nth * 7) % 60, 'article' => 5] : [],
            $nth % 4 === 0 ? ['article' => $nth % 10, 'product' => 10 - ($nth % 10), 'home' => 1] : [],
        );
        $asked = $judge->of($normal, $evidence);
        $fits = array_map(
            static function (array $of) use ($products, $normal): string {
                $fit = $products->fit($normal, $of);

                return "$fit->fitting/$fit->stocked -".
                    implode(',', $fit->unknown).
                    ' <'.
                    implode(',', $fit->lacking).
                    sprintf(' %.3f%s', $fit->weight(), $fit->isLow() ? ' low' : '');
            },
            [range(0, 9), range(10, 29), range(0, 48, 2), [999]],
        );
        $told[] = implode(' | ', [
            $term,
            sprintf('%s %.4f', $asked->kind->value, $asked->strength),
            Reason::pack($asked->because),
            "$evidence->products $evidence->named ".
            ($evidence->maker ? 'maker ' : '').
            implode(' ', $evidence->beyond),
            implode('; ', $fits),
        ]);
    }
    expect(implode("\n", $told))->toMatchSnapshot();
})->with([
    'lamps' => ['lamps', 'en'],
    'trail' => ['trail', 'en'],
    'kitchen' => ['kitchen', 'de'],
]);

it('keeps how phrases are read', function (string $language): void {
    $key = new TermKey($language, ['Calder', 'Haus am Berg']);
    $phrases = [...phrasesOf($language), ...termsOfField($language === 'de' ? 'kitchen' : 'trail')];
    $told = [];
    foreach ($phrases as $phrase) {
        $normal = TermForm::normal($phrase);
        $words = array_map(
            static fn (string $word): string => $word.
                '>'.
                Inflection::form($word, $language).
                (Inflection::isPlural($word, $language) ? '+' : ''),
            TermForm::words($normal),
        );
        $told[] = "$phrase = ".$key->of($normal).' = '.implode(' ', $words);
    }
    expect(count($told))->toBeGreaterThan(50)->and(implode("\n", $told))->toMatchSnapshot();
})->with(['en', 'de', 'fr', 'es']);

it('keeps what is found for terms', function (): void {
    $index = new PageWordIndex('en');
    $terms = termsOfField('lamps');
    foreach ($terms as $page => $term) {
        $index->add($page, [
            PageWordIndex::NAME => [$term],
            PageWordIndex::TITLE => [$terms[($page * 7) % count($terms)]],
            PageWordIndex::ANCHOR => [$terms[($page * 3) % count($terms)]],
            PageWordIndex::TEXT => array_slice($terms, $page, 5),
        ]);
    }
    $groups = new TermGroups('en');
    $told = [];
    foreach ($terms as $nth => $term) {
        $groups->add($nth, TermForm::normal($term), (float) (($nth * 37) % 101));
        $found = array_map(
            static fn (float $relevance): string => sprintf('%.4f', $relevance),
            $index->candidates(PageWordIndex::forms($term, 'en'), 6),
        );
        $told[] = "$term = ".http_build_query($found, '', ' ');
    }
    foreach ($groups->heads() as $term => $head) {
        $told[] = "{$terms[$term]} < {$terms[$head]}";
    }
    expect(implode("\n", $told))->toMatchSnapshot();
});
