<div class="beside-head">
    <button type="button" class="button" data-beside-step="-1" title="Alt and arrow up">Previous</button>
    <button type="button" class="button" data-beside-step="1" title="Alt and arrow down">Next</button>
    <a href="{{ route('page', [$store, $page]) }}">Dossier</a>
    <button type="button" class="button" data-beside-close title="Escape">Close</button>
</div>
<h2 class="wrap-any">{{ $title ?? $url }}</h2>
@include('weigh.sum')
