<?php

declare(strict_types=1);

use Orchard\Core\Terms\TermForm;
use Orchard\Core\Terms\TermKey;

/** @return array<string, list<list<string>>> groups of phrases by language */
function sortedVariants(): array
{
    $groups = [];
    $language = '';
    foreach ((array) file(__DIR__.'/data/variants.txt', FILE_IGNORE_NEW_LINES) as $line) {
        $line = (string) $line;
        if ($line === '' || $line[0] === '#') {
            continue;
        }
        if ($line[0] === '@') {
            $language = substr($line, 1);
        } else {
            $groups[$language][] = array_values(array_filter(array_map(trim(...), explode(';', $line))));
        }
    }

    return $groups;
}

it('puts variants together and leaves other meanings apart, held against lists sorted by hand', function (): void {
    $same = $missed = $wrong = [];
    foreach (sortedVariants() as $language => $groups) {
        $key = new TermKey($language, ['Calder']);
        $all = [];
        foreach ($groups as $nth => $phrases) {
            foreach ($phrases as $phrase) {
                $all[] = [$nth, $phrase, $key->of(TermForm::normal($phrase))];
            }
        }
        foreach ($all as $i => [$group, $phrase, $form]) {
            foreach (array_slice($all, $i + 1) as [$other, $another, $anotherForm]) {
                $isSame = $form === $anotherForm;
                if ($group === $other) {
                    $isSame ? ($same[] = $phrase) : ($missed[] = "$phrase / $another ($form, $anotherForm)");
                } elseif ($isSame) {
                    $wrong[] = "$phrase / $another ($form)";
                }
            }
        }
    }
    $found = count($same) / (count($same) + count($missed));
    $precise = count($same) / (count($same) + count($wrong));
    if (getenv('TELL')) {
        fwrite(STDERR, "\nfound $found precise $precise\n".implode("\n", [...$missed, 'WRONG', ...$wrong])."\n");
    }
    expect($wrong)->toBe([])->and($precise)->toBeGreaterThanOrEqual(0.95)->and($found)->toBeGreaterThanOrEqual(0.85);
});
