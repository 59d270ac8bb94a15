@if ($drifts)
    <div class="note is-hand"><p><b>@n(count($drifts))</b> {{ count($drifts) === 1 ? 'page no longer shows' : 'pages no longer show' }} what was released: {{ lcfirst($drifts[0]->field->label()) }} of {{ App\Stores\Http\ShownUrl::of($store, $drifts[0]->url) }}@if ($drifts[0]->now !== '') ({{ mb_strimwidth($drifts[0]->now, 0, 80, '…') }})@endif.</p>
        @can('write', $store)<form method="post" action="{{ route('tend.drifts', $store) }}">@csrf<button class="button" name="do" value="back">Set all again</button> <button class="button" name="do" value="accept">Accept what the pages show</button></form>@endcan</div>
@endif
