{{-- What a wording source is asked for: the page of its own, or one text beside the desk ($isBeside). --}}
@if ($isBeside)<h2>Suggest a {{ $wish->field->words() }}</h2>@endif
<form method="post" action="{{ route('write.suggest.ask', [$store] + ($view ?? [])) }}" id="suggest-form" class="suggest-form" @if ($isBeside) data-fault @endif hx-post="{{ route('write.suggest', [$store] + ($view ?? [])) }}" hx-vals='{"part":"1"}' hx-trigger="input delay:400ms, change delay:150ms" hx-target="#suggest-foreseen" hx-swap="innerHTML" hx-sync="this:replace">
    @csrf
    <input type="hidden" name="asked" value="1">
    @if ($isBeside)<input type="hidden" name="beside" value="1"><input type="hidden" name="field" value="{{ $wish->field->key() }}">@endif
    @if ($view !== null)<input type="hidden" name="scope" value="view">@else<input type="hidden" name="rows" value="{{ implode(',', array_slice($resources, 0, $most + 1)) }}">@endif
    <div class="filters">
        @unless ($isBeside)<label for="s-field">Text</label> <span class="select"><select id="s-field" name="field">@foreach (Orchard\Core\Wording\TextField::cases() as $one)@if ($one->isAboutPage())<option value="{{ $one->key() }}" @selected($wish->field === $one)>{{ $one->label() }}</option>@endif @endforeach</select></span>@endunless
        <label for="s-source">written by</label> <span class="select"><select id="s-source" name="source">@foreach ($sources as $one)<option value="{{ $one->id }}" @selected($source?->id === $one->id)>{{ $one->name }}</option>@endforeach</select></span>
        <label for="s-tone">sounds</label> <span class="select"><select id="s-tone" name="tone">@foreach (Orchard\Core\Wording\Suggestions\Tone::cases() as $one)<option value="{{ $one->value }}" @selected($wish->style->tone === $one)>{{ $one->label() }}</option>@endforeach</select></span>
        <label for="s-length">length</label> <span class="select"><select id="s-length" name="length"><option value="full">as much as fits</option><option value="short" @selected($wish->style->isShort)>short</option></select></span>
    </div>
    <div class="filters">
        <label for="s-use">Words to use</label> <input class="input" id="s-use" name="use" size="24" maxlength="500" value="{{ implode(', ', $wish->style->use) }}" placeholder="by commas">
        <label for="s-avoid">to avoid</label> <input class="input" id="s-avoid" name="avoid" size="24" maxlength="500" value="{{ implode(', ', $wish->style->avoid) }}" placeholder="by commas">
    </div>
    <fieldset class="suggest-facts"><legend>Facts that may be used</legend>
        @foreach ($known as $fact => $isSent)<label><input type="checkbox" name="facts[]" value="{{ $fact }}" @checked(in_array((string) $fact, $wish->facts, true))> {{ $fact === 'text' ? 'Beginning of the page’s text' : App\Write\Recipes\RecipeFacts::label((string) $fact) }}</label> @endforeach
    </fieldset>
    <div id="suggest-foreseen" aria-live="polite">@include('write.suggest-foreseen')</div>
    <p class="form-end"><button class="button is-growth" @disabled($source === null) @unless ($isBeside) data-once @endunless>{{ count($resources) === 1 ? 'Ask for three' : 'Ask for three for each page' }}</button>@if ($source === null)<span class="soft">No wording source answers here: <a href="{{ route('write.wishes', $store) }}">set one</a>.</span>@endif</p>
</form>
