/** The part of the Swift output that is the same for each plan: the base types, and their forms in URLs. */
import { forms } from '../../plan/forms';

/** A regular expression of the core as Swift has it, for a whole text; its digits are those of ASCII. */
const regex = ({ source }: RegExp): string => source.slice(1, -1).replaceAll('\\d', '[0-9]').replaceAll('\\', '\\\\');

export const formsText = `import Foundation

/// A day: \`2026-05-01\`.
struct LocalDate: Hashable {
    let text: String

    /// Nil for a text that is no day.
    init?(_ text: String) {
        guard Forms.isDate(text) else { return nil }
        self.text = text
    }
}

/// A time of day: \`09:30\`. Seconds stand there only if they count.
struct LocalTime: Hashable {
    let text: String

    /// Nil for a text that is no time.
    init?(_ text: String) {
        guard Forms.isTime(text) else { return nil }
        var short = text
        if short.contains(".") {
            while short.hasSuffix("0") { short.removeLast() }
            if short.hasSuffix(".") { short.removeLast() }
        }
        if short.count == "09:30:00".count && short.hasSuffix(":00") { short.removeLast(":00".count) }
        self.text = short
    }
}

/// A URL with its scheme.
struct Url: Hashable {
    let text: String

    /// Nil for a text that is no URL.
    init?(_ text: String) {
        guard Forms.isUrl(text) else { return nil }
        self.text = text
    }
}

/// How a text stands for a value.
struct Form<Value> {
    /// Whether a text stands for one.
    let fits: (String) -> Bool
    /// Whether a saved state writes it in quotation marks.
    let isQuoted: Bool
    /// The value of a text that fits; nil if Swift has no such value.
    let read: (String) -> Value?
    let show: (Value) -> String
}

/// The forms of the base types.
enum Forms {
    static let text = Form<String>(fits: { _ in true }, isQuoted: true, read: { $0 }, show: { $0 })

    static let int = Form<Int>(fits: matcher("-?[0-9]+"), isQuoted: false, read: { Int($0) }, show: { String($0) })

    static let decimal = Form<Decimal>(
        fits: matcher("-?[0-9]+(\\\\.[0-9]+)?"),
        isQuoted: false,
        read: { Decimal(string: $0, locale: Locale(identifier: "en_US_POSIX")) },
        show: { NSDecimalNumber(decimal: $0).stringValue }
    )

    static let bool = Form<Bool>(fits: { $0 == "true" || $0 == "false" }, isQuoted: false, read: { Bool($0) }, show: { String($0) })

    static let date = Form<LocalDate>(fits: isDate, isQuoted: true, read: { LocalDate($0) }, show: { $0.text })

    static let time = Form<LocalTime>(fits: isTime, isQuoted: true, read: { LocalTime($0) }, show: { $0.text })

    static let instant = Form<Date>(fits: isInstant, isQuoted: true, read: readInstant, show: showInstant)

    static let url = Form<Url>(fits: isUrl, isQuoted: true, read: { Url($0) }, show: { $0.text })

    static let isDate = matcher(datePattern)
    static let isTime = matcher(timePattern)
    static let isInstant = matcher("(?i)\\\\(datePattern)T\\\\(timePattern)(Z|[+-]([01][0-9]|2[0-3]):[0-5][0-9])")
    static let isUrl = matcher("[A-Za-z][A-Za-z0-9+.-]*:\\\\(noBlank)+")

    /// The form of a choice.
    static func choice<Choice: CaseIterable & RawRepresentable>() -> Form<Choice> where Choice.RawValue == String {
        Form(
            fits: { Choice(rawValue: $0) != nil },
            isQuoted: false,
            read: { Choice(rawValue: $0) },
            show: { $0.rawValue }
        )
    }

    /// The form of an id, which is that of its base type.
    static func id<Base, Id>(_ base: Form<Base>, _ make: @escaping (Base) -> Id, _ value: @escaping (Id) -> Base) -> Form<Id> {
        Form(
            fits: base.fits,
            isQuoted: base.isQuoted,
            read: { text in base.read(text).map(make) },
            show: { base.show(value($0)) }
        )
    }
}

private let datePattern =
    "DATE_FORM"
private let timePattern = "TIME_FORM"

/// A character that no standard counts as a blank.
private let noBlank = "NO_BLANK"

/// Whether a whole text matches a regular expression.
private func matcher(_ pattern: String) -> (String) -> Bool {
    let expression = try? NSRegularExpression(pattern: "\\\\\\\\A(?:\\\\(pattern))\\\\\\\\z", options: [.dotMatchesLineSeparators])
    return { text in
        let whole = NSRange(text.startIndex..., in: text)
        return expression?.firstMatch(in: text, range: whole) != nil
    }
}

/// The calendar of RFC 3339.
private func calendar(secondsFromGMT seconds: Int) -> Calendar {
    var calendar = Calendar(identifier: .iso8601)
    calendar.timeZone = TimeZone(secondsFromGMT: seconds) ?? calendar.timeZone
    return calendar
}

private func readInstant(_ written: String) -> Date? {
    let text = written.uppercased()
    let offset = text.hasSuffix("Z") ? "" : String(text.suffix("+00:00".count))
    let numbers = text.dropLast(text.hasSuffix("Z") ? 1 : offset.count).split(whereSeparator: { "-T:".contains($0) })
    var components = DateComponents()
    components.year = Int(numbers[0])
    components.month = Int(numbers[1])
    components.day = Int(numbers[2])
    components.hour = Int(numbers[3])
    components.minute = Int(numbers[4])
    let seconds = numbers.count > 5 ? Double(numbers[5]) ?? 0 : 0
    let parts = offset.dropFirst().split(separator: ":").compactMap { Int($0) }
    let distance = parts.isEmpty ? 0 : (parts[0] * 60 + parts[1]) * 60
    return calendar(secondsFromGMT: 0)
        .date(from: components)?
        .addingTimeInterval(seconds - Double(offset.hasPrefix("-") ? -distance : distance))
}

private func showInstant(_ instant: Date) -> String {
    let milliseconds = Int((instant.timeIntervalSince1970 * 1000).rounded())
    let fraction = (milliseconds % 1000 + 1000) % 1000
    let whole = Date(timeIntervalSince1970: Double((milliseconds - fraction) / 1000))
    let parts = calendar(secondsFromGMT: 0).dateComponents([.year, .month, .day, .hour, .minute, .second], from: whole)
    let text = String(
        format: "%04d-%02d-%02dT%02d:%02d:%02d",
        parts.year ?? 0, parts.month ?? 0, parts.day ?? 0, parts.hour ?? 0, parts.minute ?? 0, parts.second ?? 0
    )
    return fraction == 0 ? "\\\\(text)Z" : text + String(format: ".%03dZ", fraction)
}

extension Forms {
    /// A value that a condition has proved present.
    static func given<Value>(_ value: Value?) -> Value {
        guard let value else { preconditionFailure("A value is absent, although a condition has proved it present.") }
        return value
    }
}
`
  .replaceAll('\\\\(', '\\(')
  .replaceAll('\\\\\\\\', '\\\\')
  .replace('NO_BLANK', () => String.raw`[^\\s\\u00a0\\u1680\\u2000-\\u200a\\u2028\\u2029\\u202f\\u205f\\u3000\\ufeff]`)
  .replace('DATE_FORM', () => regex(forms.date))
  .replace('TIME_FORM', () => regex(forms.time));
