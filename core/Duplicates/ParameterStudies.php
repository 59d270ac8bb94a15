<?php

declare(strict_types=1);

namespace Orchard\Core\Duplicates;

use Closure;
use Orchard\Core\Url\PageUrl;

/**
 * Learns what each parameter of a shop does, from pages whose addresses differ in it alone. Twice: what picks parts of
 * lists is learned first, for only who knows a whole list can tell whether its first part was sorted or narrowed.
 */
final class ParameterStudies
{
    /** Pairs looked at for one parameter of one folder; more would cost time and teach nothing. */
    private const MOST_PAIRS = 120;

    /** @var array<string, ParameterStudy> by "scope name" */
    private array $studies = [];

    /** @var array<int, array<int, list<int>>> products of each part by its number, by the page that is the first */
    private array $parts = [];

    /**
     * @param  Closure(int): Identity  $identity
     * @param  Closure(int, int): Resemblance  $resemblance
     */
    public function __construct(
        private readonly AddressForm $form,
        private readonly Closure $identity,
        private readonly Closure $resemblance,
    ) {
    }

    /**
     * @param  array<int, PageUrl>  $pages  those that answered 200, by number, in the order of their digests, so that
     *     what is looked at does not depend on the order of input
     * @param  Closure(PageUrl): ?int  $find  the page at an address, whatever the order of its parameters
     * @param  ?Closure(): void  $beat
     * @return array<string, ParameterStudy>
     */
    public function study(array $pages, Closure $find, ?Closure $beat = null): array
    {
        $this->pass($pages, $find, $beat);
        $this->gatherParts($pages, $find);
        if ($this->parts !== []) {
            $this->studies = [];
            $this->pass($pages, $find, $beat);
        }

        return $this->studies;
    }

    /**
     * All products of a list of which a page is the first part, in their order; those of the page alone where it has no
     * other parts.
     *
     * @return list<int>
     */
    public function whole(int $page): array
    {
        $parts = $this->parts[$page] ?? [];
        ksort($parts);

        return array_values(array_unique(array_merge(($this->identity)($page)->items, ...array_values($parts))));
    }

    /**
     * @param  array<int, PageUrl>  $pages
     * @param  Closure(PageUrl): ?int  $find
     */
    private function gatherParts(array $pages, Closure $find): void
    {
        foreach ($pages as $page => $url) {
            foreach (array_unique(array_column(AddressForm::parameters($url), 0)) as $name) {
                if (
                    ($this->studies[AddressForm::scopeOf($url)." $name"] ?? null)?->effect() === ParameterEffect::Part
                ) {
                    $first = $find(AddressForm::without($url, $name) ?? $url);
                    if ($first !== null && $first !== $page) {
                        $this->parts[$first][(int) self::valueOf($url, $name)] = ($this->identity)($page)->items;
                    }
                }
            }
        }
    }

    /**
     * @param  array<int, PageUrl>  $pages
     * @param  Closure(PageUrl): ?int  $find
     * @param  ?Closure(): void  $beat
     */
    private function pass(array $pages, Closure $find, ?Closure $beat): void
    {
        $alone = [];
        foreach ($pages as $page => $url) {
            foreach (array_unique(array_column(AddressForm::parameters($url), 0)) as $name) {
                $scope = AddressForm::scopeOf($url);
                $study = $this->studies["$scope $name"] ??= new ParameterStudy(
                    $scope,
                    $name,
                    $this->form->isTracking($name),
                );
                if ($study->pairs() >= self::MOST_PAIRS) {
                    continue;
                }
                $bare = AddressForm::without($url, $name);
                $other = $bare === null ? null : $find($bare);
                if ($bare === null || $other === $page) {
                    continue;
                }
                // Where no page stands without it, two of its values are compared.
                $key = "$scope $name ".$bare->text();
                $other ??= $alone[$key] ?? null;
                $alone[$key] = $page;
                if ($other !== null) {
                    $this->see($study, [$page, $other], self::valueOf($url, $name), $bare->text());
                    $beat !== null && $beat();
                }
            }
        }
    }

    /** @param  array{int, int}  $pages  with the parameter and without it */
    private function see(ParameterStudy $study, array $pages, string $value, string $base): void
    {
        [$with, $without] = $pages;
        [$ours, $theirs] = [($this->identity)($with), ($this->identity)($without)];
        $effect = ParameterEffect::seen(
            new ComparedPages($ours, $theirs, ($this->resemblance)($with, $without)),
            $value,
            $theirs->isList() ? $this->whole($without) : [],
        );
        if ($effect !== null) {
            $study->see($effect, $base, $ours->url->text(), $theirs->url->text());
        }
    }

    private static function valueOf(PageUrl $url, string $name): string
    {
        return array_column(AddressForm::parameters($url), 1, 0)[$name] ?? '';
    }
}
