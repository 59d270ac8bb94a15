<?php

declare(strict_types=1);

namespace App\Tend\Finding;

use App\Stores\Kinds\PageKind;
use App\Tend\Found\FindingType;
use App\Tend\Found\Found;
use Orchard\Core\StructuredData\LifeState;
use Orchard\Core\StructuredData\ProductData;
use Orchard\Core\StructuredData\ShownPrices;
use Orchard\Core\StructuredData\StructuredFault;
use Orchard\Core\StructuredData\StructuredFaultType;
use Orchard\Core\StructuredData\StructuredJudge;
use Orchard\Core\StructuredData\Vocabulary;

/**
 * What is wrong with a page's structured data: none of its kind, unreadable, without what search engines need, with
 * words that schema.org does not have, and prices that the page or the shop's list tells otherwise.
 */
final class StructuredFinder implements PageFinder
{
    /** Types of which a page of a kind should have one. */
    private const KINDS = [
        PageKind::Product->value => ['Product'],
        PageKind::Article->value => ['Article', 'Recipe', 'HowTo'],
    ];

    /** Currency by which prices differ at all. */
    private const CENT = 0.005;

    public static function types(): array
    {
        return [
            FindingType::StructuredMissing,
            FindingType::StructuredBroken,
            FindingType::StructuredLacks,
            FindingType::StructuredWords,
            FindingType::StructuredPrice,
        ];
    }

    public function look(SeenPage $page): iterable
    {
        if ($this->isMissing($page)) {
            yield new Found(
                FindingType::StructuredMissing,
                $page->id,
                ['kind' => $page->kind->value],
                ['types' => implode(', ', array_slice($page->types, 0, 6))],
            );
        }
        $byType = [];
        foreach (StructuredJudge::look($page->structured(), $page->structuredErrors()) as $fault) {
            $byType[self::typeOf($fault)->value][] = $fault;
        }
        foreach ($byType as $type => $faults) {
            // The cause is what stands in the template: the place without the numbers of its lists.
            yield new Found(
                FindingType::from($type),
                $page->id,
                [
                    'kind' => $page->kind->value,
                    'why' => $faults[0]->type->value,
                    'path' => mb_substr($faults[0]->path, 0, 160),
                ],
                [
                    'words' => $faults[0]->words(),
                    'all' => array_map(
                        static fn (StructuredFault $one): string => $one->words(),
                        array_slice($faults, 0, 6),
                    ),
                ],
                count($faults),
            );
        }
        $differs = $page->kind === PageKind::Product ? $this->difference($page) : null;
        if ($differs !== null) {
            yield $differs;
        }
    }

    private function isMissing(SeenPage $page): bool
    {
        $wanted = self::KINDS[$page->kind->value] ?? [];
        foreach ($wanted as $type) {
            foreach ($page->types as $given) {
                if (Vocabulary::known()->isKindOf(Vocabulary::nameOf($given), $type)) {
                    return false;
                }
            }
        }

        return $wanted !== [] && $page->structuredErrors() === [];
    }

    private static function typeOf(StructuredFault $fault): FindingType
    {
        return match ($fault->type) {
            StructuredFaultType::NotJson,
            StructuredFaultType::NoContext,
            StructuredFaultType::NoType,
            StructuredFaultType::UnknownType => FindingType::StructuredBroken,
            StructuredFaultType::Lacks,
            StructuredFaultType::OffScale,
            StructuredFaultType::BadPrice,
            StructuredFaultType::BadCurrency,
            StructuredFaultType::WrongValue => FindingType::StructuredLacks,
            default => FindingType::StructuredWords,
        };
    }

    /** Where the structured data, the page and the shop's list of products do not say the same. */
    private function difference(SeenPage $page): ?Found
    {
        $product = ProductData::of($page->structured());
        if ($product?->price === null) {
            return null;
        }
        $listed = $page->listed;
        $told = number_format($product->price, 2, '.', '').($product->currency === '' ? '' : " $product->currency");
        $found = static fn (string $why, string $other): Found => new Found(
            FindingType::StructuredPrice,
            $page->id,
            ['kind' => $page->kind->value, 'why' => $why],
            ['told' => $told, 'other' => $other],
        );
        if ($listed !== null) {
            $currency = strtoupper($listed->currency);
            if ($currency !== '' && $product->currency !== '' && $currency !== $product->currency) {
                return $found('currency', "$currency in the list of products");
            }
            if (abs($listed->price - $product->price) > self::CENT) {
                return $found('price', number_format($listed->price, 2, '.', '').' in the list of products');
            }
            $life = $listed->life();
            if (
                self::isBuyable($life) !== null &&
                self::isBuyable($product->life) !== null &&
                self::isBuyable($life) !== self::isBuyable($product->life)
            ) {
                return $found(
                    'stock',
                    (self::isBuyable($life) ? 'in stock' : 'not in stock').' in the list of products',
                );
            }
        }
        $shown = ShownPrices::in($page->text());
        if (
            $shown !== [] &&
            array_filter($shown, static fn (float $one): bool => abs($one - $product->price) <= self::CENT) === []
        ) {
            return $found(
                'page',
                'the page shows '.
                    implode(
                        ', ',
                        array_map(
                            static fn (float $one): string => number_format($one, 2, '.', ''),
                            array_slice($shown, 0, 4),
                        ),
                    ),
            );
        }

        return null;
    }

    /** Null where nothing is told. */
    private static function isBuyable(LifeState $life): ?bool
    {
        return match ($life) {
            LifeState::Selling, LifeState::BackOn => true,
            LifeState::Unknown => null,
            default => false,
        };
    }
}
