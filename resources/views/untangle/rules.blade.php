@extends('frame')
@section('title', 'Rules')
@section('content')
    <div class="head"><h1>Rules</h1><span class="soft">for every cause without a decision of its own</span></div>
    @include('untangle.tabs')
    @if ($asked && $choice)
        <div class="note"><p>“{{ $asked->label() }}: {{ $asked->choices()[$choice] }}” means: @forelse ($preview as $means => [$count, $clicks])@if (! $loop->first); @endif<b>@n($count)</b> {{ App\Untangle\Deciding\Means::from($means)->words() }} (@n($clicks) clicks)@empty nothing: there are no such URLs @endforelse.</p>
        @can('manage', $store)<form method="post" action="{{ route('untangle.rules.set', $store) }}">@csrf<input type="hidden" name="sort" value="{{ $asked->value }}"><input type="hidden" name="choice" value="{{ $choice }}"><button class="button is-growth">Set the rule</button></form>@endcan</div>
    @endif
    <table class="ledger">
        <thead><tr><th scope="col">Type of duplicate</th><th scope="col" class="num">Causes</th><th scope="col" class="num">URLs</th><th scope="col" class="num">Clicks</th><th scope="col">What is done</th></tr></thead>
        <tbody>
        @foreach (App\Untangle\Deciding\CauseSort::cases() as $sort)
            @php($count = $counts[$sort->value] ?? null)
            <tr><td>{{ $sort->label() }}</td><td class="num">@n($count->causes ?? 0)@if ($count !== null && $count->decided > 0) <span class="soft">(@n($count->decided) decided)</span>@endif</td><td class="num">@n($count->urls ?? 0)</td><td class="num">@n($count->clicks ?? 0)</td>
                <td><form method="get" class="inline"><input type="hidden" name="sort" value="{{ $sort->value }}"><span class="select"><select name="choice" aria-label="What is done: {{ $sort->label() }}">@foreach ($sort->choices() as $key => $words)<option value="{{ $key }}" @selected($key === ($asked === $sort ? $choice : $rules->choice($sort)))>{{ $words }}@if ($key === $rules->choice($sort)) (the rule now)@endif</option>@endforeach</select></span> <button class="button" aria-label="Preview: {{ $sort->label() }}">Preview</button></form></td></tr>
        @endforeach
        </tbody>
    </table>
@endsection
