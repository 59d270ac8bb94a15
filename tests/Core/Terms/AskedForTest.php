<?php

declare(strict_types=1);

use Orchard\Core\Demand\QueryClass;
use Orchard\Core\Demand\QueryClassifier;
use Orchard\Core\Reasons\Reason;
use Orchard\Core\Terms\AskedJudge;
use Orchard\Core\Terms\GroundType;
use Orchard\Core\Terms\TermForm;

it('tells what a term asks for as people do', function (string $field, string $language, string $brand): void {
    $products = wordsOfProducts($field, $language);
    $judge = new AskedJudge($language);
    $classes = new QueryClassifier([$brand], []);
    $right = $all = 0;
    $wrong = [];
    foreach ((array) file(__DIR__."/data/$field.asked.txt", FILE_IGNORE_NEW_LINES) as $line) {
        if (preg_match('/^([a-z]+): (.+)$/', (string) $line, $found) !== 1) {
            continue;
        }
        foreach (explode('; ', $found[2]) as $term) {
            $normal = TermForm::normal($term);
            $asked = $judge->of(
                $normal,
                $products->evidence($normal, $classes->classOf($normal) === QueryClass::OwnBrand),
            );
            $all++;
            if ($asked->kind->value === $found[1]) {
                $right++;
            } else {
                $wrong[] =
                    "$term: {$found[1]}, told {$asked->kind->value} (".
                    Reason::wordsOf(GroundType::class, Reason::pack($asked->because)).
                    ')';
            }
        }
    }
    if (getenv('TELL')) {
        fwrite(STDERR, "\n$field ".round($right / $all, 3)." of $all\n".implode("\n", $wrong)."\n");
    }
    expect($right / $all)->toBeGreaterThanOrEqual(0.9, implode("\n", $wrong));
})->with([
    'lamps' => ['lamps', 'en', 'Tindrel'],
    'hiking gear, unseen by the rules' => ['trail', 'en', 'Hillmarket'],
    'kitchenware in German, unseen by the rules' => ['kitchen', 'de', 'Fennmoor'],
]);
