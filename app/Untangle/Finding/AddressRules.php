<?php

declare(strict_types=1);

namespace App\Untangle\Finding;

use App\Platform\Database\Rows;
use App\Stores\Models\Store;
use App\Untangle\Deciding\Rules;
use Illuminate\Support\Facades\DB;
use Orchard\Core\Duplicates\AddressForm;
use Orchard\Core\Duplicates\PairReason;
use Orchard\Core\Duplicates\ParameterEffect;
use Orchard\Core\Reasons\Reason;
use Orchard\Core\Url\PageUrl;

/** What is known of a store's addresses: what their parameters do, and what people decided, as rules or of one page. */
final class AddressRules
{
    public readonly AddressForm $form;

    public readonly Rules $rules;

    /** @var array<string, ParameterEffect> by scope and name */
    public readonly array $effects;

    /** @var array<string, true> parameters whose effect is sure, or was said by a person */
    private array $sure = [];

    /** @var array<int, array<string, string>> by page and sort */
    private array $decided = [];

    public function __construct(Store $store)
    {
        $this->effects = Knowledge::effects($store);
        $this->form = Knowledge::form($store, $this->effects);
        $this->rules = Rules::of($store);
        foreach (
            Rows::of(
                DB::table('untangle_parameters')
                    ->where('store_id', $store->id)
                    ->get(['scope', 'name', 'is_sure', 'said']),
            ) as $row
        ) {
            if ($row->is_sure || $row->said !== null) {
                $this->sure["$row->scope $row->name"] = true;
            }
        }
        foreach (Rows::of(DB::table('untangle_decisions')->where('store_id', $store->id)->get()) as $row) {
            $this->decided[$row->int('page_id')][$row->text('sort')] = $row->text('value');
        }
    }

    /** What somebody decided of one page; null where nobody did. */
    public function decided(int $page, string $sort): ?string
    {
        return $this->decided[$page][$sort] ?? null;
    }

    /** Whether somebody said that a page belongs to no tangle. */
    public function isApart(int $page): bool
    {
        return $this->decided($page, 'apart') === 'yes';
    }

    /** What the silent parameters of an address do. */
    public function silentIn(string $address): Reason
    {
        $url = PageUrl::parse($address);
        $silent = [];
        $scope = $url === null ? '' : AddressForm::scopeOf($url);
        foreach ($url === null ? [] : AddressForm::parameters($url) as [$name]) {
            $effect = $this->effects["$scope $name"] ?? null;
            $effect?->isSilent() && array_push($silent, $name, $effect->value);
        }

        return new Reason(PairReason::Silent, $silent);
    }

    /**
     * @return list<ParameterEffect> what the parameters do that one address has and the other has not, or has otherwise
     */
    public function effectsBetween(string $from, string $to): array
    {
        [$a, $b] = [PageUrl::parse($from), PageUrl::parse($to)];
        if ($a === null || $b === null || $a->path !== $b->path) {
            return [];
        }
        $theirs = array_column(AddressForm::parameters($b), 1, 0);
        $effects = [];
        foreach (AddressForm::parameters($a) as [$name, $value]) {
            $effect =
                ($theirs[$name] ?? null) === $value
                    ? null
                    : $this->effects[AddressForm::scopeOf($a)." $name"] ?? null;
            $effect === null || ($effects[] = $effect);
        }

        return $effects;
    }

    /** Whether the effects of all parameters are sure by which two addresses differ. */
    public function areSure(PageUrl $url, PageUrl $kept): bool
    {
        $theirs = array_column(AddressForm::parameters($kept), 1, 0);
        foreach (AddressForm::parameters($url) as [$name, $value]) {
            if (
                ($theirs[$name] ?? null) !== $value &&
                ! $this->form->isTracking($name) &&
                ! isset($this->sure[AddressForm::scopeOf($url)." $name"])
            ) {
                return false;
            }
        }

        return true;
    }

    /** @return list<string> parameters of a page's address that narrow a list, in order */
    public function narrowing(SeenPage $page): array
    {
        return $page->status === 200 ? $this->parametersThat(ParameterEffect::Narrows, $page) : [];
    }

    /** @return list<string> in order */
    public function parametersThat(ParameterEffect $effect, SeenPage $page): array
    {
        $url = PageUrl::parse($page->url);
        if ($url === null) {
            return [];
        }
        $names = [];
        foreach (AddressForm::parameters($url) as [$name]) {
            ($this->effects[AddressForm::scopeOf($url)." $name"] ?? null) === $effect && ($names[] = $name);
        }
        sort($names);

        return $names;
    }
}
