<?php

declare(strict_types=1);

namespace App\Write\Http;

use App\Catalogue\StoreResources;
use App\Platform\Typed;
use App\Stores\Kinds\PageKind;
use App\Stores\Models\Store;
use App\Write\Recipes\RecipePages;
use App\Write\Recipes\RecipeWish;
use Illuminate\Foundation\Http\FormRequest;
use Illuminate\Validation\Rule;
use Illuminate\Validation\Rules\In;
use InvalidArgumentException;
use Orchard\Core\Wording\Recipes\Notation;
use Orchard\Core\Wording\Recipes\Recipe;
use Orchard\Core\Wording\Recipes\RecipeRows;
use Orchard\Core\Wording\TextField;

/** A recipe as the builder sends it: rows or a notation, whichever was edited last, and which pages it is for. */
final class RecipeForm extends FormRequest
{
    public function authorize(): bool
    {
        return true;
    }

    /** @return array<string, list<In|string>> */
    public function rules(): array
    {
        return [
            'name' => ['nullable', 'string', 'max:80'],
            'kind' => ['required', 'string', 'max:20'],
            'field' => ['required', Rule::in(TextField::keys())],
            'edited' => ['nullable', 'in:parts,notation'],
            'notation' => ['nullable', 'string', 'max:'.Notation::LONGEST],
            'parts' => ['nullable', 'array', 'max:60'],
            'parts.*.fact' => ['nullable', 'string', 'max:40'],
            'parts.*.words' => ['nullable', 'string', 'max:200'],
            'parts.*.or' => ['nullable', 'array', 'max:4'],
            'parts.*.or.*' => ['nullable', 'string', 'max:40'],
            'parts.*.otherwise' => ['nullable', 'string', 'max:200'],
            'parts.*.style' => ['nullable', 'string', 'max:10'],
            'parts.*.one' => ['nullable', 'string', 'max:60'],
            'parts.*.many' => ['nullable', 'string', 'max:60'],
            'parts.*.rank' => ['nullable', 'integer', 'between:0,9'],
            'parts.*.together' => ['nullable', 'boolean'],
            'pages' => ['nullable', 'array'],
            'pages.market' => ['nullable', 'integer'],
            'pages.collection' => ['nullable', 'string', 'max:400'],
            'pages.lead' => ['nullable', 'in:with,without'],
            'pages.facts' => ['nullable', 'array', 'max:'.RecipePages::MOST_FACTS],
            'pages.facts.*.name' => ['nullable', 'string', 'max:40'],
            'pages.facts.*.how' => ['nullable', 'in:is,not,has,lacks'],
            'pages.facts.*.value' => ['nullable', 'string', 'max:120'],
        ];
    }

    public function isTyped(): bool
    {
        return $this->input('edited') === 'notation';
    }

    /** Whether nothing is built yet. */
    public function isEmpty(): bool
    {
        return trim($this->string('notation')->value()) === '' && array_filter($this->rows()) === [];
    }

    /** @throws InvalidArgumentException with a sentence for people; a NotationError where it was typed */
    public function recipe(): Recipe
    {
        return $this->isTyped()
            ? Notation::read(Typed::text($this->input('notation')))
            : RecipeRows::read($this->rows());
    }

    /** @return list<array<array-key, mixed>> as they were sent */
    public function rows(): array
    {
        return array_values(array_filter((array) $this->input('parts'), is_array(...)));
    }

    public function field(): TextField
    {
        return TextField::fromKey($this->string('field')->value()) ?? TextField::Title;
    }

    public function kind(): PageKind
    {
        return PageKind::fromKey($this->string('kind')->value()) ?? PageKind::Product;
    }

    /** @throws InvalidArgumentException where it names a collection that is none */
    public function pages(Store $store): RecipePages
    {
        $given = (array) $this->input('pages');
        $name = is_string($given['collection'] ?? null) ? trim($given['collection']) : '';
        $collection = $name === '' ? null : StoreResources::collections($store)[$name] ?? null;
        if ($name !== '' && $collection === null) {
            throw new InvalidArgumentException("There is no collection “{$name}”.");
        }

        return RecipePages::of($this->kind(), ['collection' => $collection] + $given);
    }

    /** @throws InvalidArgumentException with a sentence for people */
    public function wish(Store $store): RecipeWish
    {
        return new RecipeWish($this->string('name')->value(), $this->pages($store), $this->field(), $this->recipe());
    }
}
