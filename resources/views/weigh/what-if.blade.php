@extends('frame')
@section('title', 'What if')
@section('content')
    <div class="head"><h1>What if</h1></div>
    @include('weigh.tabs')
    <p class="hint">Some parts of the upside are assumptions. Try others: sums and order follow at once, and nothing is changed until you save them.</p>
    <form method="get" action="{{ route('weigh.what-if', $store) }}" class="filters what-if" hx-get="{{ route('weigh.what-if', $store) }}" hx-target="#answer" hx-swap="innerHTML" hx-trigger="input delay:200ms, change, submit" hx-push-url="true">
        <label>Part of the CTR gap that new texts close <input class="input short" type="number" name="share" min="0" max="1" step="0.05" value="{{ $whatIf->share }}"></label>
        <label>Probability of a better position at difficulty 0 <input class="input short" type="number" name="probability" min="0" max="1" step="0.05" value="{{ $whatIf->probability }}"></label>
        <label>Target position <span class="select"><select name="target">@foreach ([1, 2, 3, 4, 5] as $target)<option @selected($whatIf->target === $target)>{{ $target }}</option>@endforeach</select></span></label>
        <label>Value of a click <input class="input short" type="number" name="value" min="0" max="100" step="0.1" value="{{ $whatIf->value }}"> times today’s</label>
        <label>Kind <span class="select"><select name="kind"><option value="">all</option>@foreach ([App\Stores\Kinds\PageKind::Home, App\Stores\Kinds\PageKind::Collection, App\Stores\Kinds\PageKind::Product, App\Stores\Kinds\PageKind::Article, App\Stores\Kinds\PageKind::Plain] as $one)<option value="{{ $one->key() }}" @selected($lens->kind === $one)>{{ $one->plural() }}</option>@endforeach</select></span></label>
        @if (count($markets->all()) > 1)<span class="of">Markets</span>@foreach ($markets->all() as $one)<label><input type="checkbox" name="markets[]" value="{{ $one->id }}" @checked($whatIf->markets === [] || in_array($one->id, $whatIf->markets, true))> {{ $one->name }}</label>@endforeach @endif
        <button class="button">Calculate</button>
    </form>
    <div id="answer">@include('weigh.what-if-rows')</div>
@endsection
