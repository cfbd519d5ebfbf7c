/** The part of the Kotlin output that is the same for each plan: the base types, and their forms in URLs. */
import { forms } from '../../plan/forms';

/** A regular expression of the core as Kotlin has it, for a whole text. */
const regex = ({ source }: RegExp): string => source.slice(1, -1);

export const formsText = `import java.math.BigDecimal
import java.time.Instant
import java.time.LocalDate
import java.time.LocalDateTime
import java.time.LocalTime
import java.time.ZoneOffset

/** A URL with its scheme. */
@JvmInline
value class Url(val text: String)

/** An option of a choice. */
interface Choice {
    /** Its name in the plan. */
    val text: String
}

/**
 * How a text stands for a value.
 *
 * @property fits whether a text stands for one
 * @property isQuoted whether a saved state writes it in quotation marks
 * @property read the value of a text that fits; null if Kotlin has no such value
 */
class Form<T : Any>(
    val fits: (String) -> Boolean,
    val isQuoted: Boolean,
    val read: (String) -> T?,
    val show: (T) -> String,
)

/** The forms of the base types. */
object Forms {
    val text: Form<String> = Form({ true }, true, { it }, { it })

    val int: Form<Long> = Form(Regex("-?\\\\d+")::matches, false, { it.toLongOrNull() }, { it.toString() })

    val decimal: Form<BigDecimal> = Form(
        Regex("-?\\\\d+(\\\\.\\\\d+)?")::matches,
        false,
        { BigDecimal(it).stripTrailingZeros() },
        { it.toPlainString() },
    )

    val bool: Form<Boolean> = Form(Regex("true|false")::matches, false, { it.toBooleanStrictOrNull() }, { it.toString() })

    val date: Form<LocalDate> = Form(Regex(DATE)::matches, true, { LocalDate.parse(it) }, { it.toString() })

    val time: Form<LocalTime> = Form(Regex(TIME)::matches, true, ::timeOf, { short(it.toString()) })

    val instant: Form<Instant> = Form(
        Regex("\${DATE}T\${TIME}(Z|[+-]([01]\\\\d|2[0-3]):[0-5]\\\\d)", RegexOption.IGNORE_CASE)::matches,
        true,
        ::instantOf,
        { it.toString() },
    )

    val url: Form<Url> = Form(Regex("[A-Za-z][A-Za-z0-9+.-]*:$NO_BLANK+")::matches, true, { Url(it) }, { it.text })

    /** The form of a choice. */
    fun <T> choice(options: List<T>): Form<T> where T : Any, T : Choice =
        Form({ text -> options.any { it.text == text } }, false, { text -> options.find { it.text == text } }, { it.text })

    /** The form of an id, which is that of its base type. */
    fun <B : Any, T : Any> id(base: Form<B>, make: (B) -> T, value: (T) -> B): Form<T> =
        Form(base.fits, base.isQuoted, { text -> base.read(text)?.let(make) }, { base.show(value(it)) })
}

private const val DATE =
    """DATE_FORM"""
private const val TIME = """TIME_FORM"""

/** A character that no standard counts as a blank. */
private const val NO_BLANK = """[^\\s\\u00a0\\u1680\\u2000-\\u200a\\u2028\\u2029\\u202f\\u205f\\u3000\\ufeff]"""

/** Length of a time with nanoseconds; further digits do not count. */
private const val LONGEST_TIME = 18

private fun timeOf(text: String): LocalTime = LocalTime.parse(text.take(LONGEST_TIME))

/** A time without zeros at the end of its fraction. */
private fun short(time: String): String = if ('.' in time) time.trimEnd('0') else time

private fun instantOf(written: String): Instant {
    val text = written.uppercase()
    val isUtc = text.endsWith('Z')
    val end = text.length - (if (isUtc) "Z" else "+00:00").length
    val day = "2026-05-01".length
    val local = LocalDateTime.of(LocalDate.parse(text.take(day)), timeOf(text.substring(day + 1, end)))
    if (isUtc) return local.toInstant(ZoneOffset.UTC)
    val (hours, minutes) = text.substring(end + 1).split(':').map(String::toLong)
    val seconds = (hours * 60 + minutes) * 60
    return local.toInstant(ZoneOffset.UTC).minusSeconds(if (text[end] == '-') -seconds else seconds)
}

/** A value that a condition has proved present. */
internal fun <T : Any> given(value: T?): T =
    requireNotNull(value) { "A value is absent, although a condition has proved it present." }
`
  .replace('DATE_FORM', () => regex(forms.date))
  .replace('TIME_FORM', () => regex(forms.time));
