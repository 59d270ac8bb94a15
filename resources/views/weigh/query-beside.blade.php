<div class="beside-head">
    <button type="button" class="button" data-beside-step="-1" title="Alt and arrow up">Previous</button>
    <button type="button" class="button" data-beside-step="1" title="Alt and arrow down">Next</button>
    <button type="button" class="button" data-beside-close title="Escape">Close</button>
</div>
<h2 class="wrap-any">{{ $text }}</h2>
@include('weigh.query')
