@extends('frame')
@section('title', 'Trials')
@section('content')
    @include('write.tabs')
    <div class="head"><h1>Trials</h1></div>
    <p class="hint">Two or more wordings over pages that are alike in kind, clicks and trend. Chance says which page gets which. Until the trial is over nobody changes its texts, and nothing is concluded from a look in between.</p>
    <div class="scroll"><table class="ledger">
        <thead><tr><th scope="col">Trial</th><th scope="col">Text</th><th scope="col" class="num">Pages</th><th scope="col" class="num">Weeks</th><th scope="col">State</th><th scope="col">Live since</th><th scope="col">Until</th></tr></thead>
        <tbody>
        @forelse ($trials as $one)
            <tr><td><a href="{{ route('write.trial', [$store, $one->id]) }}">{{ $one->name }}</a></td><td>{{ $one->field->label() }}</td><td class="num">@n($one->pages)</td><td class="num">{{ $one->weeks }}</td><td>{{ $one->state->label() }}@if ($one->note) <span class="soft">{{ $one->note }}</span>@endif</td><td>@if ($one->startsAt)@day($one->startsAt)@endif</td><td>@if ($one->startsAt)@day($one->endsAt)@endif</td></tr>
        @empty
            <tr><td colspan="7">None yet.</td></tr>
        @endforelse
        </tbody>
    </table></div>
    @can('write', $store)
        <h2>Plan one</h2>
        @if (count($recipes) === 0)
            <p class="note">The wordings of a trial are recipes. <a href="{{ route('write.recipe.new', $store) }}">Make one first</a>.</p>
        @else
            <form method="post" action="{{ route('write.trials.plan', $store) }}">@csrf
                <p class="filters"><label for="tr-name">Name</label> <input class="input" id="tr-name" name="name" size="24" maxlength="80" required value="{{ old('name') }}"> <label for="tr-weeks">held for</label> <input class="input" id="tr-weeks" name="weeks" type="number" min="2" max="26" value="{{ old('weeks', 6) }}"> <span>weeks</span>
                    @if (count($selections) > 0)<label for="tr-list">on</label> <span class="select"><select id="tr-list" name="list"><option value="">all pages that it fits</option>@foreach ($selections as $list)<option value="{{ $list->id }}" @selected(old('list') === (string) $list->id)>the list “{{ $list->name }}”</option>@endforeach</select></span>@endif</p>
                <fieldset class="suggest-facts"><legend>Compare</legend>
                    <label><input type="checkbox" name="now" value="1" @checked(old('now', '1') === '1')> what is shown now</label>
                    @foreach ($recipes as $recipe)<label><input type="checkbox" name="recipes[]" value="{{ $recipe->id }}" @checked(in_array((string) $recipe->id, (array) old('recipes', []), true))> {{ $recipe->name }} <span class="soft">{{ $recipe->field->words() }} of {{ $recipe->pages->kind->plural() }}</span></label>@endforeach
                </fieldset>
                <p class="form-end"><button class="button is-growth" data-once>Part the pages</button> <span class="soft">Nothing is changed yet.</span></p>
            </form>
        @endif
    @endcan
@endsection
