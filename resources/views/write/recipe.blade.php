@extends('frame')
@section('title', 'Recipe')
@push('scripts')<script src="{{ app(App\Platform\Web\Assets::class)->url('recipe.js') }}" type="module"></script>@endpush
@section('content')
    @include('write.tabs')
    <div class="head"><h1>{{ $recipe?->name ?? 'New recipe' }}</h1>@if ($recipe)<span class="soft">version {{ $recipe->version }}{{ $recipe->isApproved() ? ', approved' : ($recipe->approvedVersion ? ', not approved yet; version '.$recipe->approvedVersion.' goes on writing' : '') }}</span>@endif</div>
    @unless ($recipe)
        <form method="get" action="{{ route('write.recipe.new', $store) }}" class="filters">
            <label for="kind-choice">For</label>
            <span class="select"><select id="kind-choice" name="kind" data-send-on-change>@foreach (App\Stores\Kinds\PageKind::cases() as $one)<option value="{{ $one->key() }}" @selected($kind === $one)>{{ $one->plural() }}</option>@endforeach</select></span>
            <noscript><button class="button">Choose</button></noscript>
        </form>
    @endunless
    <form method="post" action="{{ $recipe ? route('write.recipe.save', [$store, $recipe->id]) : route('write.recipe.add', $store) }}" id="recipe" hx-post="{{ route('write.recipe.sample', $store) }}" hx-trigger="load, input delay:250ms, change delay:250ms, parts-changed" hx-target="#recipe-sample" hx-swap="innerHTML" hx-sync="this:replace">
        @csrf
        <input type="hidden" name="kind" value="{{ $kind->key() }}">
        <input type="hidden" name="edited" id="edited" value="{{ old('edited', 'parts') }}">
        <div class="filters">
            <label for="name">Name</label><input class="input" id="name" name="name" size="30" maxlength="80" value="{{ old('name', $recipe?->name) }}">
            <label for="field">writes the</label>
            <span class="select"><select id="field" name="field">@foreach (Orchard\Core\Wording\TextField::cases() as $field)<option value="{{ $field->key() }}" @selected(old('field', $recipe?->field->key() ?? 'title') === $field->key())>{{ $field->words() }}</option>@endforeach</select></span>
            <span>of {{ $kind->plural() }}</span>
        </div>
        <details class="recipe-pages" @if ($pages != new App\Write\Recipes\RecipePages($kind)) open @endif>
            <summary>Which {{ $kind->plural() }}</summary>
            <div class="filters">
                @if (count($markets) > 1)<label for="pages-market">in</label> <span class="select"><select id="pages-market" name="pages[market]"><option value="">all markets</option>@foreach ($markets as $market)<option value="{{ $market->id }}" @selected((int) old('pages.market', $pages->market) === $market->id)>{{ $market->name }}</option>@endforeach</select></span>@endif
                @if ($kind === App\Stores\Kinds\PageKind::Product)<label for="pages-collection">of the collection</label> <input class="input" id="pages-collection" name="pages[collection]" list="all-collections" size="24" maxlength="400" value="{{ old('pages.collection', $collection) }}" placeholder="any"><datalist id="all-collections">@foreach ($collections as $name)<option value="{{ $name }}">@endforeach</datalist>@endif
                <label for="pages-lead">lead term</label> <span class="select"><select id="pages-lead" name="pages[lead]"><option value="">with or without</option><option value="with" @selected(old('pages.lead', $pages->lead) === 'with')>those with one</option><option value="without" @selected(old('pages.lead', $pages->lead) === 'without')>those without one</option></select></span>
            </div>
            @php($wanted = array_values((array) old('pages.facts', $pages->facts)))
            <div class="recipe-facts">@for ($i = 0; $i < App\Write\Recipes\RecipePages::MOST_FACTS; $i++)
                <span class="recipe-fact"><label class="sr" for="f-{{ $i }}-n">Fact {{ $i + 1 }}</label><span class="select"><select id="f-{{ $i }}-n" name="pages[facts][{{ $i }}][name]"><option value="">any fact</option>@foreach (array_unique([...$facts, ...array_filter([$wanted[$i]['name'] ?? ''])]) as $fact)<option value="{{ $fact }}" @selected(($wanted[$i]['name'] ?? '') === $fact)>{{ App\Write\Recipes\RecipeFacts::label($fact) }}</option>@endforeach</select></span>
                <label class="sr" for="f-{{ $i }}-h">How</label><span class="select"><select id="f-{{ $i }}-h" name="pages[facts][{{ $i }}][how]">@foreach (['is' => 'is', 'not' => 'is not', 'has' => 'is there', 'lacks' => 'is not there'] as $how => $label)<option value="{{ $how }}" @selected(($wanted[$i]['how'] ?? '') === $how)>{{ $label }}</option>@endforeach</select></span>
                <label class="sr" for="f-{{ $i }}-v">Value</label><input class="input" id="f-{{ $i }}-v" name="pages[facts][{{ $i }}][value]" size="14" maxlength="120" value="{{ $wanted[$i]['value'] ?? '' }}"></span>
            @endfor</div>
        </details>
        <div class="recipe-build">
            <div>
                <h2>Parts, in their order</h2>
                <ol class="parts" id="parts" data-facts="{{ count($facts) }}">
                    @foreach (old('parts', $parts) as $i => $part)@include('write.part', ['i' => $i, 'part' => $part])@endforeach
                </ol>
                <template id="part-template">@include('write.part', ['i' => 'NUMBER', 'part' => []])</template>
                <p><button type="button" class="button" id="add-part">Add a part</button></p>
                <h2><label for="notation">Or typed</label></h2>
                <textarea class="textarea" id="notation" name="notation" rows="3" maxlength="{{ Orchard\Core\Wording\Recipes\Notation::LONGEST }}" spellcheck="false" aria-describedby="notation-told notation-help">{{ old('notation', $notation) }}</textarea>
                <p id="notation-told" role="status" class="state is-hand"></p>
                <details id="notation-help"><summary>How it is typed</summary>
                    <table class="ledger tight"><tbody>
                        <tr><td><code>#name in #finish</code></td><td>facts, and words that go where their fact is lacking</td></tr>
                        <tr><td><code>[, #width × #height cm]</code></td><td>what stays or goes together</td></tr>
                        <tr><td><code>[2: by #maker]</code></td><td>goes where room is short, the highest number first</td></tr>
                        <tr><td><code>#(lead or name or "Lamp")</code></td><td>what stands in where a fact is lacking</td></tr>
                        <tr><td><code>#(name, small)</code></td><td>letters: small, sentence, title; prices: money, whole</td></tr>
                        <tr><td><code>#(products, one "lamp" many "lamps")</code></td><td>a number with its word</td></tr>
                        <tr><td><code>#material~lampe</code></td><td>joined without a space</td></tr>
                        <tr><td><code>\# \[ \]</code></td><td>the signs themselves</td></tr>
                    </tbody></table>
                    <p class="hint">Facts of {{ $kind->plural() }}: @foreach ($facts as $fact)<code>#{{ preg_match('/^[\p{L}\p{N}_]+$/u', $fact) === 1 ? $fact : "('$fact')" }}</code> @endforeach</p>
                </details>
            </div>
            <div class="recipe-shown">
                <h2>What it writes</h2>
                <div id="recipe-sample" aria-live="polite"><p class="hint">…</p></div>
            </div>
        </div>
        <p class="filters recipe-save"><button class="button is-growth" data-once>Save and preview</button> <label for="scope">on</label>
            <span class="select"><select id="scope" name="scope"><option value="all">all pages that it is for</option><option value="missing" @selected(old('scope') === 'missing')>those without that text</option>@foreach ($selections as $list)<option value="selection:{{ $list->id }}">the list “{{ $list->name }}”</option>@endforeach</select></span> <span class="soft">Nothing is changed by a preview.</span></p>
    </form>
    @if (count($versions) > 1)
        <h2>Versions</h2>
        <table class="ledger">
            <thead><tr><th scope="col" class="num">Version</th><th scope="col">What it writes</th><th scope="col">For</th><th scope="col">Made</th><th scope="col">Approved</th><th scope="col" class="num">Texts</th><th scope="col">Again</th></tr></thead>
            <tbody>@foreach ($versions as $version)<tr><td class="num">{{ $version['number'] }}</td><td class="wrap-any">{{ $version['field'] }}: <code>{{ $version['notation'] }}</code></td><td>{{ $version['pages'] }}</td><td>@day($version['at']){{ $version['by'] ? ', '.$version['by'] : '' }}</td><td>@if ($version['approvedAt'])@day($version['approvedAt']){{ $version['approver'] ? ', '.$version['approver'] : '' }}@endif</td><td class="num">@n($version['texts'])</td><td>@if ($version['number'] !== $recipe->version)<button type="button" class="button is-text" data-again="{{ $version['notation'] }}" aria-label="Put version {{ $version['number'] }} into the builder">into the builder</button>@endif</td></tr>@endforeach</tbody>
        </table>
    @endif
    @if ($recipe)<form method="post" action="{{ route('write.recipe.delete', [$store, $recipe->id]) }}"><br>@csrf<button class="button is-hand">Delete this recipe</button></form>@endif
@endsection
