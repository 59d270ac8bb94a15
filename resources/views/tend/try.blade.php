@extends('frame')
@section('title', 'Try structured data')
@php
    use App\Platform\Web\Forms;
@endphp
@section('content')
    <div class="head"><h1>Try a text or an address</h1></div>
    @include('tend.tabs')
    <div class="robots-grid">
        <form method="post" action="{{ route('tend.try.look', $store) }}">@csrf
            <label for="given">JSON-LD, a page’s HTML, or the address of one of the store’s pages</label>
            <textarea class="textarea" id="given" name="given" rows="20" spellcheck="false" maxlength="500000" required>{{ $given }}</textarea>
            @error('given')<p class="note is-hand" role="alert">{{ $message }}</p>@enderror
            <div class="filters"><button class="button is-growth">Look</button></div>
        </form>
        <div role="status">
            @if ($problem)<p class="note is-hand">{{ $problem }}</p>@endif
            @if ($faults !== null)
                <h2>{{ $faults === [] ? 'Nothing is wrong with it.' : Forms::number(count($faults)).(count($faults) === 1 ? ' thing is wrong with it' : ' things are wrong with it') }}</h2>
                @if ($faults)<ul class="found" id="faults">@foreach ($faults as $fault)<li>@if ($fault->type->isSerious())<span class="state is-hand">no rich result</span> @endif{{ $fault->words() }}</li>@endforeach</ul>@endif
                @if ($types)<p class="soft">Types: {{ implode(', ', array_slice($types, 0, 20)) }}</p>@endif
                @if ($product)<h2>The product as it is understood</h2>@if ($rich !== '')<p>Its result may add: <b>{{ $rich }}</b></p>@endif<dl class="facts"><dt>Name</dt><dd>{{ $product->name ?: '–' }}</dd><dt>Number</dt><dd>{{ $product->number ?: '–' }}</dd><dt>Price</dt><dd>{{ $product->price === null ? '–' : Forms::number($product->price, 2).' '.$product->currency }}</dd><dt>Maker</dt><dd>{{ $product->maker ?: '–' }}</dd><dt>Stock</dt><dd>{{ strtolower($product->life->name) }}</dd><dt>Rating</dt><dd>{{ $product->rating === null ? '–' : Forms::number($product->rating, 1).' of 5, '.Forms::number((int) $product->reviews).' reviews' }}</dd></dl>@endif
            @endif
        </div>
    </div>
@endsection
