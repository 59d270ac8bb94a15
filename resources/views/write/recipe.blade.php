@extends('frame')
@section('title', 'Recipe')
@push('scripts')<script src="{{ app(App\Platform\Web\Assets::class)->url('recipe.js') }}" type="module"></script>@endpush
@section('content')
    @include('write.tabs')
    <div class="head"><h1>{{ $recipe?->name ?? 'New recipe' }}</h1></div>
    @unless ($recipe)
        <form method="get" action="{{ route('write.recipe.new', $store) }}" class="filters">
            <label for="kind-choice">For</label>
            <span class="select"><select id="kind-choice" name="kind" data-send-on-change>@foreach (App\Stores\Kinds\PageKind::cases() as $one)<option value="{{ $one->key() }}" @selected($kind === $one)>{{ $one->plural() }}</option>@endforeach</select></span>
            <noscript><button class="button">Choose</button></noscript>
        </form>
    @endunless
    <form method="post" action="{{ $recipe ? route('write.recipe.save', [$store, $recipe->id]) : route('write.recipe.add', $store) }}" id="recipe" hx-post="{{ route('write.recipe.sample', $store) }}" hx-trigger="load, input delay:250ms, change delay:250ms, parts-changed" hx-target="#recipe-sample" hx-swap="innerHTML">
        @csrf
        <input type="hidden" name="kind" value="{{ $kind->key() }}">
        <div class="filters">
            <label for="name">Name</label><input class="input" id="name" name="name" size="30" maxlength="80" required value="{{ old('name', $recipe?->name) }}">
            <label for="field">writes the</label>
            <span class="select"><select id="field" name="field">@foreach (Orchard\Core\Wording\TextField::cases() as $field)<option value="{{ $field->key() }}" @selected(old('field', $recipe ? Orchard\Core\Wording\TextField::from((int) $recipe->field)->key() : 'title') === $field->key())>{{ $field->key() }}</option>@endforeach</select></span>
            <span>of {{ $kind->plural() }}</span>
            <label for="scope">on</label>
            <span class="select"><select id="scope" name="scope"><option value="all">all {{ $kind->plural() }}</option><option value="missing" @selected(old('scope') === 'missing')>{{ $kind->plural() }} without that text</option>@foreach ($selections as $list)<option value="selection:{{ $list->id }}">the list “{{ $list->name }}”</option>@endforeach</select></span>
        </div>
        <h2>Parts, in their order</h2>
        <p class="hint">A part is fixed words, or a fact of the page with words before it. Where the text would be cut off, parts are left out in the order you set. A part is also left out where a page lacks its fact. Spaces between parts are added automatically.</p>
        <ol class="parts" id="parts">
            @foreach (old('parts', $parts) as $i => $part)@include('write.part', ['i' => $i, 'part' => $part])@endforeach
        </ol>
        <template id="part-template">@include('write.part', ['i' => 'NUMBER', 'part' => ['fact' => '', 'words' => '', 'rank' => 0]])</template>
        <h2>Live preview</h2>
        <div id="recipe-sample" aria-live="polite"><p class="hint">…</p></div>
        <p><br><button type="button" class="button" id="add-part">Add a part</button> <button class="button is-growth" data-once>Save and preview</button></p>
    </form>
    @if ($recipe)<form method="post" action="{{ route('write.recipe.delete', [$store, $recipe->id]) }}"><br>@csrf<button class="button is-hand">Delete this recipe</button></form>@endif
@endsection
