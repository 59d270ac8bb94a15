@extends('frame')
@section('title', 'Recipes')
@section('content')
    @include('write.tabs')
    <div class="head"><h1>Recipes</h1><div class="tools">@can('write', $store)@if (array_filter($recipes, static fn (array $one): bool => $one['recipe']->approvedVersion !== null) !== [])<form method="post" action="{{ route('write.recipes.follow', $store) }}">@csrf<button class="button" data-once>Write what has changed</button></form>@endif <a class="button is-growth" href="{{ route('write.recipe.new', $store) }}">New recipe</a>@endcan</div></div>
    <p class="hint">A <x-own-word of="recipe">recipe</x-own-word> writes a text for each page from its facts. It never overwrites a text that a person wrote. An approved one follows: when a crawl or a file brings other facts, its texts become drafts that are ready to go.@if (count($recipes) > 1) Where several are for one page, the first of them writes.@endif</p>
    <table class="ledger">
        <thead><tr><th scope="col">Recipe</th><th scope="col">Writes</th><th scope="col">For</th><th scope="col">What it writes</th><th scope="col" class="num">Texts</th><th scope="col">Follows the facts</th>@if (count($recipes) > 1)<th scope="col">Order</th>@endif</tr></thead>
        <tbody>
        @forelse ($recipes as ['recipe' => $recipe, 'pages' => $pages, 'notation' => $notation, 'written' => $written, 'last' => $last])
            <tr><td>@can('write', $store)<a href="{{ route('write.recipe', [$store, $recipe->id]) }}">{{ $recipe->name }}</a>@else{{ $recipe->name }}@endcan</td><td>{{ $recipe->field->words() }}</td><td>{{ $pages }}</td>
                <td class="wrap-any"><code>{{ $notation }}</code></td><td class="num">@n($written)</td>
                <td>@if ($recipe->approvedVersion === null)<span class="soft">no, not approved</span>@else yes{{ $recipe->isApproved() ? '' : ', with version '.$recipe->approvedVersion }}@if ($last)<br><a class="soft" href="{{ route('write.run', [$store, $last->id]) }}">@n($last->drafts) {{ (int) $last->drafts === 1 ? 'draft' : 'drafts' }} on @day($last->endedAt)</a>@endif @endif
                @can('release', $store)@if ($recipe->approvedVersion !== null)<form method="post" action="{{ route('write.recipe.approve', [$store, $recipe->id]) }}">@csrf<button class="button is-text">Stop following</button></form>@endif @endcan</td>
                @if (count($recipes) > 1)<td class="nowrap">@can('write', $store)<form method="post" action="{{ route('write.recipe.move', [$store, $recipe->id]) }}">@csrf<button class="button" name="to" value="earlier" aria-label="{{ $recipe->name }} earlier" @disabled($loop->first)>↑</button> <button class="button" name="to" value="later" aria-label="{{ $recipe->name }} later" @disabled($loop->last)>↓</button></form>@endcan</td>@endif</tr>
        @empty
            <tr><td colspan="6">No recipes yet. A first one: name, then “in” and finish, then “by” and manufacturer, for products without a title.</td></tr>
        @endforelse
        </tbody>
    </table>
@endsection
