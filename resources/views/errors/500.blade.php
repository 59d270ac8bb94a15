@extends('errors.plain')
@section('title', 'Something broke')
@section('words', 'It is not your fault, nothing you saved is lost, and it has been written down in the application’s log.')
