<?php

declare(strict_types=1);

namespace Orchard\Core\Terms;

/**
 * Which pages speak of what: the words of each page with the weight of the place where they stand, and for a term the
 * pages that have its words. A word weighs by how few pages have it (inverse document frequency, Sparck Jones 1972).
 */
final class PageWordIndex
{
    /** What a word tells of its page, of 100, by where it stands. */
    public const NAME = 100;

    public const TITLE = 90;

    public const SLUG = 75;

    public const ANCHOR = 70;

    public const FACT = 45;

    public const TEXT = 30;

    /** Pages of which relevance is reckoned for a term. */
    private const MOST_PAGES = 300;

    /** @var array<string, array<int, int>> weight by form and page */
    private array $weights = [];

    /** @var array<int, int> words of a page's name */
    private array $lengths = [];

    /** @var array<string, float> */
    private array $rarity = [];

    public function __construct(private readonly string $language)
    {
    }

    /** @param  array<int, list<string>>  $texts  texts by the weight of their place */
    public function add(int $page, array $texts): void
    {
        krsort($texts);
        $this->lengths[$page] = 0;
        foreach ($texts as $weight => $some) {
            foreach ($some as $text) {
                $before = '';
                foreach (self::forms($text, $this->language) as $form) {
                    if (! isset($this->weights[$form][$page])) {
                        $this->weights[$form][$page] = $weight;
                        $weight === self::NAME && $this->lengths[$page]++;
                    }
                    // Lamp shades answer who types lampshade.
                    if ($before !== '' && $weight >= self::TITLE) {
                        $this->weights[$before.$form][$page] ??= $weight;
                    }
                    $before = $form;
                }
            }
        }
        $this->rarity = [];
    }

    public function count(): int
    {
        return count($this->lengths);
    }

    /**
     * @param  list<string>  $forms  of a term's words
     * @return array<int, float> relevance of pages, 0 to 1, the most relevant first
     */
    public function candidates(array $forms, int $most): array
    {
        // Each word as it is written: by itself, or together with its neighbour. The pages of a word are never copied,
        // for the word of a store's trade stands on all of them.
        $written = $sizes = [];
        foreach ($forms as $nth => $form) {
            $ways = array_values(
                array_filter(
                    array_unique([$form, $form.($forms[$nth + 1] ?? ''), ($forms[$nth - 1] ?? '').$form]),
                    fn (string $way): bool => isset($this->weights[$way]),
                ),
            );
            if ($ways !== []) {
                $written[] = $ways;
                $sizes[] = array_sum(array_map(fn (string $way): int => count($this->weights[$way]), $ways));
            }
        }
        if ($written === []) {
            return [];
        }
        asort($sizes);
        $rarest = (int) array_key_first($sizes);
        unset($sizes[$rarest]);
        $pages = $this->weights[$written[$rarest][0]];
        foreach (array_slice($written[$rarest], 1) as $way) {
            $pages += $this->weights[$way];
        }
        // Pages that have the rarest word, and of these, where there are enough, those that have the next ones, too.
        foreach (array_keys($sizes) as $next) {
            $both = array_filter(
                $pages,
                fn (int $page): bool => $this->has($page, $written[$next]),
                ARRAY_FILTER_USE_KEY,
            );
            if (count($both) < $most) {
                $pages = $both + array_slice($pages, 0, self::MOST_PAGES, preserve_keys: true);
                break;
            }
            $pages = $both;
        }
        $pages = array_slice($pages, 0, self::MOST_PAGES, preserve_keys: true);
        $found = [];
        foreach ($pages as $page => $_) {
            $found[$page] = $this->relevance($page, $forms);
        }
        uksort($found, static fn (int $a, int $b): int => [$found[$b], $a] <=> [$found[$a], $b]);

        return array_slice($found, 0, $most, preserve_keys: true);
    }

    /** @param  list<string>  $ways  of writing one word */
    private function has(int $page, array $ways): bool
    {
        foreach ($ways as $way) {
            if (isset($this->weights[$way][$page])) {
                return true;
            }
        }

        return false;
    }

    /**
     * How much of a term a page speaks of, 0 to 1: the share of its words' rarity that stands on the page, weighed by
     * place; a little less where the page's own name says much that the term does not ask for.
     *
     * @param  list<string>  $forms
     */
    public function relevance(int $page, array $forms): float
    {
        $have = $all = 0.0;
        $inName = 0;
        foreach ($forms as $nth => $form) {
            $rarity = $this->rarity($form);
            $all += $rarity;
            $weight = max(
                $this->weights[$form][$page] ?? 0,
                isset($forms[$nth + 1]) ? $this->weights[$form.$forms[$nth + 1]][$page] ?? 0 : 0,
                $nth > 0 ? $this->weights[$forms[$nth - 1].$form][$page] ?? 0 : 0,
            );
            $have += ($rarity * $weight) / 100;
            $weight === self::NAME && $inName++;
        }
        if ($all <= 0.0) {
            return 0.0;
        }
        $length = max(1, $this->lengths[$page] ?? 1);

        return ($have / $all) ** 2.5 * min(1.0, max(0.15, $inName / $length)) ** 2;
    }

    private function rarity(string $form): float
    {
        return $this->rarity[$form] ??= log(1 + (count($this->lengths) + 1) / (1 + count($this->weights[$form] ?? [])));
    }

    /** @return list<string> */
    public static function forms(string $text, string $language): array
    {
        $forms = [];
        foreach (TermForm::words(TermForm::normal($text)) as $word) {
            $form = Inflection::form($word, $language);
            SilentWords::has($form) || ($forms[$form] = true);
        }

        return array_map(strval(...), array_keys($forms));
    }
}
