<!DOCTYPE html>
<html lang="en">
<head>
<meta charset="utf-8">
<meta name="viewport" content="width=device-width, initial-scale=1">
<title>{{ $store->name }}: report to {{ $report->to }}</title>
<style>
body { font: 15px/1.45 Georgia, "Times New Roman", serif; color: #22251f; background: #fff; max-width: 900px; margin: 28px auto; padding: 0 24px; }
h1 { font-size: 25px; font-weight: 600; margin: 0; }
h2 { font-size: 18px; font-weight: 600; margin: 26px 0 6px; break-after: avoid; }
p { margin: 4px 0 8px; }
.lead { font-size: 19px; }
.soft, .sub, .hint { color: #5d5a50; }
.good { color: #33632f; }
.hand { color: #9c3a16; }
table { width: 100%; border-collapse: collapse; border-top: 1px solid #b9ad95; font: 13px/1.4 "Helvetica Neue", Arial, sans-serif; margin: 8px 0 4px; }
th, td { text-align: left; vertical-align: top; padding: 4px 8px 4px 0; border-bottom: 1px solid #ddd5c4; }
th { color: #5d5a50; font-weight: 600; }
thead { display: table-header-group; }
tr { break-inside: avoid; }
.num { text-align: right; font-variant-numeric: tabular-nums; white-space: nowrap; }
.nowrap { white-space: nowrap; }
@page { size: A4; margin: 16mm; }
@media print { body { margin: 0; padding: 0; max-width: none; } }
</style>
</head>
<body>
<h1>{{ $store->name }}: what was done, what it earned</h1>
@include('watch.report-body')
</body>
</html>
