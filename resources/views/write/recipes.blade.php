@extends('frame')
@section('title', 'Recipes')
@section('content')
    @include('write.tabs')
    <div class="head"><h1>Recipes</h1><div class="tools">@can('write', $store)<a class="button is-growth" href="{{ route('write.recipe.new', $store) }}">New recipe</a>@endcan</div></div>
    <p class="hint">A <x-own-word of="recipe">recipe</x-own-word> writes a text for each page from its facts. It never overwrites a text that a person wrote.</p>
    <table class="ledger">
        <thead><tr><th scope="col">Recipe</th><th scope="col">Writes</th><th scope="col">For</th><th scope="col">Parts</th></tr></thead>
        <tbody>
        @forelse ($recipes as $recipe)
            <tr><td>@can('write', $store)<a href="{{ route('write.recipe', [$store, $recipe->id]) }}">{{ $recipe->name }}</a>@else{{ $recipe->name }}@endcan</td><td>{{ Orchard\Core\Wording\TextField::from((int) $recipe->field)->key() }}</td><td>{{ App\Stores\Kinds\PageKind::from((int) $recipe->kind)->plural() }}</td>
                <td>@foreach (json_decode($recipe->parts, true) as $part){{ $part['words'] }}@if ($part['fact'])<b>{{ App\Write\Recipes\RecipeFacts::label($part['fact']) }}</b>@endif @endforeach</td></tr>
        @empty
            <tr><td colspan="4">No recipes yet. A first one: name, then “in” and finish, then “by” and manufacturer, for products without a title.</td></tr>
        @endforelse
        </tbody>
    </table>
@endsection
