/** The part of the Dart output that is the same for each plan: the base types, and their forms in URLs. */
import { forms } from '../../plan/forms';

/** A regular expression of the core as Dart has it. */
const regex = ({ source }: RegExp): string => source.slice(1, -1);

export const formsText = String.raw`/// A day: 2026-05-01.
extension type const LocalDate._(String text) {
  /// Throws a RangeError for a text that is no day.
  factory LocalDate(String text) => needed(Forms.date, text);
}

/// A time of day: 09:30. Seconds stand there only if they count.
extension type const LocalTime._(String text) {
  /// Throws a RangeError for a text that is no time.
  factory LocalTime(String text) => needed(Forms.time, text);
}

/// A URL with its scheme.
extension type const Url._(String text) {
  /// Throws a RangeError for a text that is no URL.
  factory Url(String text) => needed(Forms.url, text);
}

/// Something that equals another one of its kind with the same values.
abstract class ByValues {
  const ByValues();

  List<Object?> get values;

  @override
  bool operator ==(Object other) =>
      other is ByValues && other.runtimeType == runtimeType && same(values, other.values);

  @override
  int get hashCode => Object.hash(runtimeType, Object.hashAll(values.map(_hashOf)));
}

int _hashOf(Object? value) => value is List ? Object.hashAll(value.map(_hashOf)) : value.hashCode;

/// Whether two values are equal; lists are by their items.
bool same(Object? one, Object? other) {
  if (one is! List || other is! List) return one == other;
  if (one.length != other.length) return false;
  for (var at = 0; at < one.length; at++) {
    if (!same(one[at], other[at])) return false;
  }
  return true;
}

/// How a text stands for a value.
final class Form<T extends Object> {
  const Form({required this.fits, required this.isQuoted, required this.read, required this.show});

  /// Whether a text stands for one.
  final bool Function(String text) fits;

  /// Whether a saved state writes it in quotation marks.
  final bool isQuoted;

  /// The value of a text that fits; null if Dart has no such value.
  final T? Function(String text) read;
  final String Function(T value) show;
}

/// The forms of the base types.
abstract final class Forms {
  static final text = Form<String>(fits: (text) => true, isQuoted: true, read: (text) => text, show: (value) => value);

  static final integer = Form<int>(
    fits: _matcher(r'-?\d+'),
    isQuoted: false,
    read: int.tryParse,
    show: (value) => value.toString(),
  );

  static final decimal = Form<double>(
    fits: _matcher(r'-?\d+(\.\d+)?'),
    isQuoted: false,
    read: (text) => double.parse(text) + 0,
    show: _plainly,
  );

  static final boolean = Form<bool>(
    fits: _matcher('true|false'),
    isQuoted: false,
    read: bool.tryParse,
    show: (value) => value.toString(),
  );

  static final date = Form<LocalDate>(
    fits: _matcher(_date),
    isQuoted: true,
    read: LocalDate._,
    show: (value) => value.text,
  );

  static final time = Form<LocalTime>(
    fits: _matcher(_time),
    isQuoted: true,
    read: (text) => LocalTime._(_short(text)),
    show: (value) => value.text,
  );

  static final instant = Form<DateTime>(
    fits: _matcher('$_date[Tt]$_time([Zz]|[+-]([01][0-9]|2[0-3]):[0-5][0-9])'),
    isQuoted: true,
    read: (text) => DateTime.tryParse(text.toUpperCase())?.toUtc(),
    show: (value) => value.toUtc().toIso8601String().replaceFirst('.000Z', 'Z'),
  );

  static final url = Form<Url>(
    fits: _matcher('[A-Za-z][A-Za-z0-9+.-]*:$_noBlank+'),
    isQuoted: true,
    read: Url._,
    show: (value) => value.text,
  );

  /// The form of a choice, from its options by their names in the plan.
  static Form<T> choice<T extends Object>(Map<String, T> options) => Form<T>(
    fits: options.containsKey,
    isQuoted: false,
    read: (text) => options[text],
    show: (value) => options.entries.firstWhere((option) => option.value == value).key,
  );

  /// The form of an id, which is that of its base type.
  static Form<T> id<B extends Object, T extends Object>(Form<B> base, T Function(B) make, B Function(T) value) => Form<T>(
    fits: base.fits,
    isQuoted: base.isQuoted,
    read: (text) {
      final read = base.read(text);
      return read == null ? null : make(read);
    },
    show: (id) => base.show(value(id)),
  );
}

const _date =
    r'DATE_FORM';
const _time = r'TIME_FORM';

/// A character that no standard counts as a blank.
const _noBlank = r'[^\s\u00a0\u1680\u2000-\u200a\u2028\u2029\u202f\u205f\u3000\ufeff]';

/// Whether a whole text matches a regular expression.
bool Function(String) _matcher(String pattern) {
  final expression = RegExp('^(?:$pattern)\$');
  return expression.hasMatch;
}

/// A time without zeros at the end of its fraction, and without seconds that do not count.
String _short(String time) {
  final plain = time.contains('.') ? time.replaceFirst(RegExp(r'\.?0+$'), '') : time;
  return plain.length == '09:30:00'.length && plain.endsWith(':00') ? plain.substring(0, '09:30'.length) : plain;
}

/// A number without an exponent, and without a fraction that does not count.
String _plainly(double value) {
  if (value == value.truncateToDouble()) return value.toStringAsFixed(0);
  final text = value.toString();
  return text.contains('e') ? value.toStringAsFixed(20).replaceFirst(RegExp(r'0+$'), '') : text;
}

/// The value of a text; throws a RangeError if it has none.
T needed<T extends Object>(Form<T> form, String text) {
  final value = form.fits(text) ? form.read(text) : null;
  if (value == null) throw RangeError('Not a value of its type: $text');
  return value;
}

/// A value that a condition has proved present.
T given<T extends Object>(T? value) {
  if (value == null) throw StateError('A value is absent, although a condition has proved it present.');
  return value;
}
`
  .replace('DATE_FORM', () => regex(forms.date))
  .replace('TIME_FORM', () => regex(forms.time));
