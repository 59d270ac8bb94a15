<?php

declare(strict_types=1);

namespace Orchard\Core\Terms;

/**
 * Puts terms under the head term whose narrower forms they are: "arched floor lamp" under "floor lamp". A head has all
 * its words, in their order, within the term, and is searched at least as often; the longest such head is taken. A
 * single word becomes a head only where it does not swallow the whole list.
 */
final class TermGroups
{
    /** The largest share of all terms that a head of a single word may gather. */
    private const LARGEST_SHARE = 0.2;

    /** @var array<int, string> forms by term, parted by blanks: half a million terms have to find room */
    private array $forms = [];

    /** @var array<int, float> */
    private array $searches = [];

    /** @var array<string, int> term by its forms */
    private array $byForms = [];

    public function __construct(private readonly string $language)
    {
    }

    public function add(int $term, string $normal, float $searches): void
    {
        $key = implode(' ', PageWordIndex::forms($normal, $this->language));
        $this->forms[$term] = $key;
        $this->searches[$term] = $searches;
        if (! isset($this->byForms[$key]) || $this->searches[$this->byForms[$key]] < $searches) {
            $this->byForms[$key] = $term;
        }
    }

    /** @return array<int, int> the head of each term; a term that is nobody's narrower form heads itself */
    public function heads(): array
    {
        $heads = [];
        $single = [];
        foreach ($this->forms as $term => $forms) {
            $head = $this->headOf($term, $forms === '' ? [] : explode(' ', $forms));
            $heads[$term] = $head;
            if ($head !== $term && ! str_contains($this->forms[$head], ' ')) {
                $single[$head] = ($single[$head] ?? 0) + 1;
            }
        }
        $most = max(10, self::LARGEST_SHARE * count($this->forms));
        foreach ($heads as $term => $head) {
            if (($single[$head] ?? 0) > $most) {
                $heads[$term] = $term;
            }
        }
        // A head's own head counts: "small arched floor lamp" goes to "arched floor lamp", and both to "floor lamp".
        foreach ($heads as $term => $head) {
            for ($steps = 0; $steps < 6 && $heads[$head] !== $head; $steps++) {
                $head = $heads[$head];
            }
            $heads[$term] = $head;
        }

        return $heads;
    }

    /** @param  list<string>  $forms */
    private function headOf(int $term, array $forms): int
    {
        $count = count($forms);
        $romance = in_array($this->language, ['fr', 'es'], true);
        for ($length = min($count - 1, 4); $length >= 1; $length--) {
            $best = null;
            for ($from = 0; $from + $length <= $count; $from++) {
                // Of one word only the noun itself: the last in English and German, the first in French and Spanish.
                if ($length === 1 && $from !== ($romance ? 0 : $count - 1)) {
                    continue;
                }
                $head = $this->byForms[implode(' ', array_slice($forms, $from, $length))] ?? null;
                if (
                    $head !== null &&
                    $head !== $term &&
                    $this->searches[$head] >= $this->searches[$term] &&
                    ($best === null || $this->searches[$head] > $this->searches[$best])
                ) {
                    $best = $head;
                }
            }
            if ($best !== null) {
                return $best;
            }
        }

        return $term;
    }
}
