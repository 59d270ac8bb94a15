@include('doors', ['step' => 'Write', 'within' => ['write.recipes' => ['write.recipe', 'write.recipe.new', 'write.run'], 'write.sheets' => ['write.sheet']], 'doors' => [
    'Writing desk' => ['write' => 'Writing desk'], 'Recipes' => ['write.recipes' => 'Recipes'], 'Spreadsheets' => ['write.sheets' => 'Spreadsheets'], 'Progress' => ['write.progress' => 'Progress'], 'Checks' => ['write.checks' => 'Checks'],
]])
