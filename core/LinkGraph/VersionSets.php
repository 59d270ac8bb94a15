<?php

declare(strict_types=1);

namespace Orchard\Core\LinkGraph;

/**
 * Which pages are versions of each other in other languages or markets, by the sets of alternates (hreflang) that they
 * name.
 *
 * A theme may print the head of the canonical page on every copy of it: collection paths, variants, index files. Such a
 * set does not list the page that shows it; it belongs to the page that it is copied from. Versions differ in language
 * or market, never a page and its own copy.
 */
final class VersionSets
{
    /** @var array<int, array<int, list<string>>> codes by page that is named, by page that names it */
    private array $named = [];

    /** @var array<int, ?int> */
    private array $declared = [];

    /** @var array<int, string> */
    private array $languages = [];

    /**
     * @param  list<array{code: string, page: int}>  $named  alternates that are known, itself among them where it lists
     *     itself
     * @param  ?int  $declared  page that it names as canonical; null where that is none, or none that is known
     * @param  string  $language  as it says itself (BCP 47); "" where it says none
     */
    public function add(int $page, array $named, ?int $declared, string $language): void
    {
        foreach ($named as ['code' => $code, 'page' => $other]) {
            $this->named[$page][$other][] = strtolower($code);
        }
        $this->declared[$page] = $declared;
        $this->languages[$page] = self::languageOf($language);
    }

    /**
     * The page whose set a page has copied: 0 where it is a copy and it is not known of which; null where the set is
     * its own.
     */
    public function owner(int $page): ?int
    {
        $set = $this->named[$page] ?? [];
        if ($set === [] || isset($set[$page])) {
            return null;
        }
        foreach (array_keys($set) as $other) {
            if (isset($this->named[$other][$page])) {
                return null; // It forgot itself alone: the others name it.
            }
        }
        $declared = $this->declared[$page] ?? null;
        if ($declared !== null && $declared !== $page && (isset($set[$declared]) || $this->isSame($page, $declared))) {
            return $declared;
        }
        $copied = array_values(
            array_filter(
                array_keys($set),
                fn (int $other): bool => isset($this->named[$other][$other]) && $this->isSame($page, $other),
            ),
        );
        foreach ($copied as $other) {
            if (
                $this->languages[$page] !== '' &&
                in_array($this->languages[$page], array_map(self::languageOf(...), $set[$other]), true)
            ) {
                return $other;
            }
        }

        return $copied === [] ? null : 0;
    }

    /**
     * Pairs of versions; of a copy, with the other versions of what it is a copy of.
     *
     * @return \Generator<array{int, int, bool}> whether the first stands for itself, whatever it shares with others:
     *     not where it is a copy
     */
    public function pairs(): \Generator
    {
        foreach ($this->named as $page => $set) {
            $owner = $this->owner($page);
            if ($owner === 0) {
                continue;
            }
            foreach ($set as $other => $codes) {
                if ($other === $page || $other === $owner) {
                    continue;
                }
                // Two in one language share their text; so do their copies, which must not stand for each other.
                $sharesText =
                    $owner !== null &&
                    array_intersect(
                        array_map(self::languageOf(...), $set[$owner] ?? []),
                        array_map(self::languageOf(...), $codes),
                    ) !== [];
                yield [$page, $other, $owner === null || $sharesText];
            }
        }
    }

    private function isSame(int $a, int $b): bool
    {
        [$ours, $theirs] = [array_keys($this->named[$a] ?? []), array_keys($this->named[$b] ?? [])];
        sort($ours);
        sort($theirs);

        return $ours === $theirs;
    }

    private static function languageOf(string $code): string
    {
        return strtolower(explode('-', str_replace('_', '-', $code), 2)[0]);
    }
}
