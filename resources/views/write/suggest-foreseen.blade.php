@if ($source)
    <p><b>@n(count($resources))</b> {{ count($resources) === 1 ? 'page' : 'pages' }}, about @n($foreseen['in']) tokens sent and @n($foreseen['out']) back: {{ $source->priceIn + $source->priceOut > 0 ? 'about '.App\Platform\Web\Forms::number($source->cost($foreseen['in'], $foreseen['out']), 2).' '.$source->currency : 'at no cost' }}.</p>
    @if ($foreseen['first'])<details><summary>What is sent{{ count($resources) > 1 ? ', for the first page' : '' }}</summary>@foreach ($foreseen['first']->messages() as $message)<pre class="sent" tabindex="0">{{ $message['content'] }}</pre>@endforeach<p class="soft">To {{ $source->url }}, and nothing else of the store.</p></details>@endif
@endif
