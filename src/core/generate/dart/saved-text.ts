/** The parts of the Dart output that are the same for each plan: values as a saved state has them. */
export const codecText = String.raw`import 'dart:convert' show jsonDecode, jsonEncode;

import 'forms.dart';

/// Why a state cannot be restored, in a sentence.
final class NotRestored implements Exception {
  const NotRestored(this.message);

  final String message;

  @override
  String toString() => message;
}

/// Both ways between a value and JSON data: a literal of the plan's language, a list, or a record by its fields.
final class Codec<T> {
  const Codec({required this.write, required this.read});

  final Object? Function(T value) write;

  /// Reads JSON data; the name is that of the value, for the sentence that says why it cannot be read.
  final T Function(Object? written, String name) read;
}

/// The codec of single values.
Codec<T> literal<T extends Object>(Form<T> form) => Codec(
  write: (value) => form.isQuoted ? jsonEncode(form.show(value)) : form.show(value),
  read: (written, name) {
    final text = written is! String
        ? null
        : form.isQuoted
        ? _unquoted(written)
        : written;
    final value = text != null && form.fits(text) ? form.read(text) : null;
    return value ?? (throw NotRestored('$name cannot be $written any more.'));
  },
);

String? _unquoted(String text) {
  try {
    final value = jsonDecode(text);
    return value is String ? value : null;
  } on FormatException {
    return null;
  }
}

Codec<T?> optional<T extends Object>(Codec<T> codec) => Codec(
  write: (value) => value == null ? null : codec.write(value),
  read: (written, name) => written == null ? null : codec.read(written, name),
);

Codec<List<T>> list<T>(Codec<T> codec) => Codec(
  write: (values) => [for (final value in values) codec.write(value)],
  read: (written, name) => [for (final item in listIn(written, name)) codec.read(item, name)],
);

/// The codec of a record, from its fields and back.
Codec<T> record<T>(Map<String, Object?> Function(T value) write, T Function(Fields fields) read) =>
    Codec(write: write, read: (written, name) => read(Fields(written, name)));

List<Object?> listIn(Object? written, String name) =>
    written is List ? written : throw NotRestored('$name has to be a list.');

/// The fields of a record in JSON data.
final class Fields {
  Fields(Object? written, String name)
    : _fields = written is Map ? written : throw NotRestored('$name has to be a record.');

  final Map<Object?, Object?> _fields;

  bool has(String name) => _fields.containsKey(name);

  Object? operator [](String name) => _fields[name];

  T read<T>(String name, Codec<T> codec) => codec.read(_fields[name], name);
}
`;

/** The functions behind the codecs of a plan. */
export const savedText = String.raw`/// Writes a state down as JSON. Screens go by their names in the plan, so that the next version of the app can read them.
String save(AppState state) => jsonEncode({
  'flags': _writeFlags(state.flags),
  'active': state.active,
  'stacks': [
    for (final stack in state.stacks) [for (final frame in stack) _writeFrame(frame)],
  ],
});

Map<String, Object?> _writeFrame(Frame frame) => {
  'screen': frame.route.screen.label,
  if (frame.modal) 'modal': true,
  'values': {
    ..._writeArguments(frame.route),
    for (final question in Question.values)
      if (frame.answers.has(question)) question.value: _writeAnswer(question, frame.answers.results[question]),
  },
  if (frame.asked case final asked?) 'asked': asked.value,
  if (frame.putOff case final arrival?) 'putOff': _writeArrival(arrival),
};

Map<String, Object?> _writeArrival(Arrival arrival) => {
  'by': arrival.by.text,
  'screen': arrival.route.screen.label,
  'values': _writeArguments(arrival.route),
  if (arrival.asker case final asker?) 'asker': {'screen': asker.screen.label, 'value': asker.value},
  if (arrival.link case final link?) 'link': link,
};

/// The state of written data. Throws NotRestored if the plan has changed: it lacks a screen, a value, a tab or a link
/// of the data.
AppState restore(Variant variant, String text) {
  final written = Fields(jsonDecode(text), 'The state');
  final stacks = listIn(written['stacks'], 'stacks');
  final count = tabsOf(variant).length + 1;
  if (stacks.length != count) {
    throw NotRestored('It has ${'$'}{stacks.length - 1} tabs, and ${'$'}{variant.text} has ${'$'}{count - 1}.');
  }
  final active = written['active'];
  if (active is! int || active < 0 || active >= count) throw NotRestored('It has no stack $active.');
  return AppState(variant, _readFlags(Fields(written['flags'], 'flags')), active, [
    for (final stack in stacks) _readStack(variant, listIn(stack, 'A stack')),
  ]);
}

List<Frame> _readStack(Variant variant, List<Object?> written) {
  final frames = <Frame>[];
  for (final frame in written) {
    frames.add(_readFrame(variant, Fields(frame, 'A frame'), frames.lastOrNull));
  }
  return frames;
}

Frame _readFrame(Variant variant, Fields written, Frame? below) {
  final values = Fields(written['values'] ?? const <String, Object?>{}, 'values');
  final route = _readRoute(variant, written['screen'], values);
  final asked = written['asked'];
  final putOff = written['putOff'];
  return Frame(
    route,
    modal: written['modal'] == true,
    asked: asked == null || below == null ? null : _questionOf(below.route.screen.label, asked),
    answers: Answers({
      for (final question in Question.values)
        if (question.screen == route.screen && values.has(question.value)) question: _readAnswer(question, values),
    }),
    putOff: putOff == null ? null : _readArrival(variant, Fields(putOff, 'putOff')),
  );
}

Route _readRoute(Variant variant, Object? label, Fields values) {
  final screen = Screen.values.where((screen) => screen.label == label).firstOrNull;
  if (screen == null || !isShownIn(variant, screen)) {
    throw NotRestored('${'$'}{variant.text} has no screen $label any more.');
  }
  return _readArguments(screen, values);
}

Question<Object?> _questionOf(Object? screen, Object? value) {
  for (final question in Question.values) {
    if (question.screen.label == screen && question.value == value) return question;
  }
  throw NotRestored('$screen has no value $value any more.');
}

Arrival _readArrival(Variant variant, Fields written) {
  final values = Fields(written['values'] ?? const <String, Object?>{}, 'values');
  final link = written['link'];
  if (link != null && !_patterns.contains(link)) throw NotRestored('There is no link $link any more.');
  final by = Way.values.where((way) => way.text == written['by']).firstOrNull;
  if (by == null) throw NotRestored('There is no way ${'$'}{written['by']}.');
  final asker = written['asker'] == null ? null : Fields(written['asker'], 'asker');
  return Arrival(
    by,
    _readRoute(variant, written['screen'], values),
    asker: asker == null ? null : _questionOf(asker['screen'], asker['value']),
    link: link as String?,
  );
}`;
