@php($keys = [
    'Moving' => [['↑ ↓ ← →', 'the text beside'], ['Enter, Shift Enter', 'next row, row before'], ['Tab, Shift Tab', 'next text, text before'], ['Page ↑ ↓', 'one screen'], ['Ctrl Home, Ctrl End', 'first row, last row']],
    'Choosing' => [['Shift with any of these', 'makes a range; so does dragging'], ['Ctrl A', 'the whole column; once more, all'], ['Escape', 'back to one text'], ['Ctrl Space', 'ticks the rows of the range']],
    'Writing' => [['any letter', 'writes over the text'], ['F2, double click', 'writes on in the text'], ['Enter, Tab', 'keeps it and goes on'], ['Escape', 'leaves it as it was'], ['Delete', 'empties the texts of the range'], ['Alt Backspace', 'the shop’s own text again'], ['Alt M', 'mends what mends by itself: cut off, loud, leftovers, brand twice'], ['Alt I', 'terms, facts, numbers and address of the page'], ['Alt F', 'why a text is said to be faulty; let it pass, teach a word'], ['Alt G', 'three suggestions for the text'], ['Alt L', 'lead term of the page, or of all pages of the range']],
    'Many at once' => [['Ctrl C, Ctrl X, Ctrl V', 'copy, cut, paste: also from and to a spreadsheet'], ['Ctrl D', 'fills the first text of the range down'], ['Ctrl H', 'find and replace, brand, letters, shorten, take over'], ['Ctrl Z', 'takes back what you did last; also after a reload'], ['Ctrl Y', 'does it again']],
    'Going on' => [['Ctrl Enter', 'ready for release, and on'], ['Ctrl S', 'saves now; it also saves by itself'], ['Alt D', 'the page’s dossier'], ['Ctrl .', 'result card: desktop, phone, none'], ['?, F1', 'this sheet']],
])
<dialog id="keys-sheet" class="keys-sheet" aria-labelledby="keys-head">
    <form method="dialog"><h2 id="keys-head">Keys of the writing desk</h2>
    <div class="keys-columns">
        @foreach ($keys as $head => $list)<section><h3>{{ $head }}</h3><dl>@foreach ($list as [$key, $does])<dt><kbd>{{ $key }}</kbd></dt><dd>{{ $does }}</dd>@endforeach</dl></section>@endforeach
    </div>
    <button class="button is-growth">Close</button></form>
</dialog>
