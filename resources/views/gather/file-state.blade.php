@php($words = ['arriving' => 'arriving', 'look' => 'to be looked at', 'running' => 'under way', 'done' => 'in', 'failed' => 'failed', 'stopped' => 'stopped', 'back' => 'taken back'])
<span class="state {{ in_array($import->state, ['failed', 'stopped', 'look', 'arriving'], true) ? 'is-hand' : ($import->state === 'done' ? 'is-growth' : '') }}">{{ $words[$import->state] ?? $import->state }}</span>
