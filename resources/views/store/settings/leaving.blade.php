<h2>Take the data with you</h2>
<p>A zip of CSV files: all pages with their facts and sums, texts and drafts, canonicals, worklists, the whole history, and the settings without secrets.</p>
<div @follows('export', 'work')>
@if ($export?->isActive())<p class="note" role="status">The export is {{ $export->stateInWords() }}: {{ count((array) ($export->progress['parts'] ?? [])) }} of {{ $export->progress['of'] ?? 'its' }} tables.</p>
@elseif ($export?->problem)<p class="note is-hand" role="alert">{{ $export->problem }}</p>@endif
@if ($exported && ! $export?->isActive())<p><a class="button" href="{{ route('leaving.download', $store) }}">Download the export</a> <span class="soft">of {{ App\Platform\Web\Forms::moment($export->endedAt, $store->timezone) }}, @n(max(1, (int) round($export->number('bytes') / 1024))) KB; kept for a week</span></p>@endif
</div>
<form method="post" action="{{ route('leaving.export', $store) }}" class="form-end">@csrf<button class="button" data-once>Export the store</button></form>
<h2>{{ $store->archived_at ? 'Bring it back' : 'Put it away' }}</h2>
@if ($store->archived_at)
    <p>Archived on {{ App\Platform\Web\Forms::day($store->archived_at) }}: nothing is fetched, written or sent. All of it can be looked at.</p>
    <form method="post" action="{{ route('leaving.bring-back', $store) }}" class="form-end">@csrf<button class="button is-growth">Bring {{ $store->name }} back</button></form>
    <h2>Delete it</h2>
    <p>All of it goes for good: pages, numbers, texts, history, files and settings. What was sent to the shop stays in the shop. Export it first if anything of it may be needed.</p>
    <form method="post" action="{{ route('leaving.delete', $store) }}" class="form-end">
        @csrf
        <label for="name">The store’s name, to say that you mean it</label> <input class="input" id="name" name="name" size="30" maxlength="120" required autocomplete="off">
        <button class="button is-hand" data-once>Delete {{ $store->name }}</button>
    </form>
@else
    <p>An archived store is looked at only: no crawl, no feed, no draft, no release. It can be brought back at any time; only an archived store can be deleted.</p>
    <form method="post" action="{{ route('leaving.archive', $store) }}" class="form-end">@csrf<button class="button" data-once>Archive {{ $store->name }}</button></form>
@endif
