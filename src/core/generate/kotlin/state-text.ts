/** The parts of the Kotlin output that are the same for each plan: the state of an app, and what steps do to it. */
export const stateText = `/** An arrival that \`needs\` has put off: \`resume\` makes it. */
data class Arrival(
    val by: Way,
    val route: Route,
    /** The value that gets the result of the screen. */
    val asker: Question<*>? = null,
    /** The pattern of a link; null for other arrivals, and for an entry. */
    val link: String? = null,
) {
    enum class Way(val text: String) {
        PUSH("push"),
        REPLACE("replace"),
        PRESENT("present"),
        RESET("reset"),
        SWITCH("switch"),
        LINK("link"),
    }
}

/**
 * A value of a screen that waits for a result.
 *
 * @property accepts the types of results that it can get, each with the way to its own type
 */
class Question<T> internal constructor(
    val screen: Screen,
    val value: String,
    internal val codec: Codec<T>,
    internal val accepts: Map<String, (Any?) -> Any?>,
)

/** Results that have come back to a screen. */
data class Answers(internal val values: Map<Question<*>, Any?> = emptyMap()) {
    /** Whether a value has got a result; what came back may be null. */
    operator fun contains(question: Question<*>): Boolean = question in values

    @Suppress("UNCHECKED_CAST")
    operator fun <T> get(question: Question<T>): T? = values[question] as T?
}

/** A result on its way back, by the type of the screens that return it. */
class Result internal constructor(internal val type: String, internal val value: Any?)

/** A screen on a stack. */
data class Frame(
    val route: Route,
    /** Whether \`close\` pops through it. */
    val modal: Boolean = route.screen.isModal,
    /** The value of the screen beneath that waits for the result of this one. */
    val asked: Question<*>? = null,
    val answers: Answers = Answers(),
    /** The arrival that the frame puts off. */
    val putOff: Arrival? = null,
)

/** The state of a running app, as immutable data. Stacks have their bottom first. */
data class State(
    val variant: Variant,
    val flags: Flags,
    /** Place of the active stack. */
    val active: Int,
    /** The main stack, then one for each tab. */
    val stacks: List<List<Frame>>,
) {
    /** The stack in use. */
    val stack: List<Frame> get() = stacks[active]

    /** The frame to draw. */
    val top: Frame? get() = stack.lastOrNull()
}

/** Index of the list that stays in sight beside the top of a stack; null if the top alone is shown. */
fun listInSight(variant: Variant, stack: List<Frame>): Int? {
    for (at in stack.indices.reversed()) {
        if (at == 0 || stack[at].modal) return null
        if (listBeside(variant, stack[at].route.screen) == stack[at - 1].route.screen) return at - 1
    }
    return null
}
`;

export const stepsText = `/** Place of the main stack among the stacks; the first tab has place 1. */
private const val MAIN_STACK = 0

/** Runs steps on a state, one after the other. */
class Steps internal constructor(private var now: State, private val circumstances: Circumstances) {
    /** Screens whose arrival is being put off: an else that comes back to its own screen would never end. */
    private val puttingOff = mutableSetOf<Screen>()

    private val stack: List<Frame> get() = now.stack

    /** The state after all steps; null if they have left the app. */
    val state: State? get() = if (stack.isEmpty()) null else now

    internal val variant: Variant get() = now.variant

    internal val flags: Flags get() = now.flags

    /** The route on top. */
    internal val top: Route? get() = stack.lastOrNull()?.route

    fun push(route: Route, asks: Question<*>? = null): Steps = arrive(Arrival(Arrival.Way.PUSH, route, asks))

    fun replace(route: Route): Steps = arrive(Arrival(Arrival.Way.REPLACE, route))

    fun present(route: Route, asks: Question<*>? = null): Steps = arrive(Arrival(Arrival.Way.PRESENT, route, asks))

    fun reset(route: Route): Steps = arrive(Arrival(Arrival.Way.RESET, route))

    fun switchTo(route: Route): Steps = arrive(Arrival(Arrival.Way.SWITCH, route))

    /** Builds the stack of a link; a link of null opens the screen as an entry does. */
    fun open(route: Route, link: String?): Steps = arrive(Arrival(Arrival.Way.LINK, route, null, link))

    /** Pops the top. */
    fun back(result: Result? = null): Steps = popThrough(stack.lastIndex, result)

    /** Pops through the nearest modal frame. */
    fun close(result: Result? = null): Steps = popThrough(stack.indexOfLast { it.modal }, result)

    /** Pops until a screen is on top; down to the last frame if the stack lacks it. */
    fun backTo(screen: Screen): Steps =
        withStack(stack.take(stack.indexOfLast { it.route.screen == screen }.coerceAtLeast(0) + 1))

    /** Pops through a screen; down to the last frame if the stack lacks it. */
    fun backPast(screen: Screen): Steps = popThrough(stack.indexOfLast { it.route.screen == screen }, null)

    fun set(change: (Flags) -> Flags): Steps = apply { now = now.copy(flags = change(now.flags)) }

    /** Makes the arrival that the nearest gate puts off; without a gate, runs the other step. */
    fun resume(or: (Steps) -> Steps = { it }): Steps {
        val gate = stack.indexOfLast { it.putOff != null }
        val arrival = stack.getOrNull(gate)?.putOff ?: return or(this)
        return withStack(stack.take(gate)).arrive(arrival)
    }

    /** Back by the user; null if it leaves the app. */
    internal fun backByUser(): State? {
        if (stack.size > 1) return withStack(stack.dropLast(1)).state
        if (now.active <= 1 || BACK_LEAVES) return null
        now = now.copy(active = 1)
        return state
    }

    /** Pops everything above the list that is in sight beside the top; false if there is none. */
    internal fun backToList(): Boolean {
        val at = listInSight(now.variant, stack) ?: return false
        withStack(stack.take(at + 1))
        return true
    }

    private fun withStack(stack: List<Frame>): Steps = apply {
        now = now.copy(stacks = now.stacks.mapIndexed { place, each -> if (place == now.active) stack else each })
    }

    /** Pops through the frame at an index; a negative one pops down to the last frame. */
    private fun popThrough(index: Int, result: Result?): Steps {
        if (index < 0) return withStack(stack.take(1))
        val popped = stack[index]
        withStack(stack.take(index))
        val below = stack.lastOrNull()
        val question = popped.asked
        if (result == null || question == null || below == null) return this
        val take = question.accepts[result.type]
        if (take == null || popped.route.screen.returns != result.type || question.screen != below.route.screen) return this
        val answers = Answers(below.answers.values + (question to take(result.value)))
        return withStack(stack.dropLast(1) + below.copy(answers = answers))
    }

    /** Makes an arrival, or runs the else behind the needs of its screens. */
    private fun arrive(arrival: Arrival): Steps {
        if (!isShownIn(now.variant, arrival.route.screen)) return this
        for (route in arrivingAt(arrival)) {
            val instead = insteadOf(route, now.flags, circumstances) ?: continue
            if (emptiesAll(arrival)) empty()
            putOff(arrival, route.screen, instead)
            return this
        }
        place(arrival)
        return this
    }

    /** The routes whose needs an arrival has to meet. */
    private fun arrivingAt(arrival: Arrival): List<Route> {
        if (arrival.by == Arrival.Way.LINK) return built(arrival)
        val tab = if (arrival.by == Arrival.Way.SWITCH) tabOf(arrival.route.screen) else MAIN_STACK
        val top = if (tab == MAIN_STACK) null else now.stacks[tab].lastOrNull()
        return listOf(top?.route ?: arrival.route)
    }

    /** Runs an else; the lowest frame that it pushes is the gate, which remembers the arrival. */
    private fun putOff(arrival: Arrival, at: Screen, instead: (Steps) -> Steps) {
        if (at in puttingOff) return
        val before = now
        puttingOff += at
        instead(this)
        puttingOff -= at
        val old = before.stacks[now.active]
        // Frames that have stayed are the very objects that they were.
        val gate = stack.indices.firstOrNull { stack[it] !== old.getOrNull(it) } ?: return
        withStack(stack.mapIndexed { index, frame -> if (index == gate) frame.copy(putOff = arrival) else frame })
    }

    private fun place(arrival: Arrival) {
        val route = arrival.route
        val top = stack.lastOrNull()
        when (arrival.by) {
            Arrival.Way.PUSH, Arrival.Way.PRESENT -> {
                val asked = arrival.asker?.takeIf { it.screen == top?.route?.screen }
                val modal = arrival.by == Arrival.Way.PRESENT || route.screen.isModal
                withStack(stack + Frame(route, modal, asked))
            }
            Arrival.Way.REPLACE -> {
                // A screen that returns the same type answers in the place of the replaced one.
                val type = top?.route?.screen?.returns
                val asked = if (type != null && type == route.screen.returns) top.asked else null
                withStack(stack.dropLast(1) + Frame(route, asked = asked))
            }
            Arrival.Way.RESET -> build(listOf(route))
            Arrival.Way.LINK -> build(built(arrival))
            Arrival.Way.SWITCH -> switchToTab(route)
        }
    }

    private fun switchToTab(route: Route) {
        val tab = tabOf(route.screen)
        if (tab == MAIN_STACK) return build(listOf(route))
        // No tab is ever without its root: coming from the main stack, all of them are put there.
        val stacks = now.stacks.mapIndexed { place, stack ->
            when {
                place == MAIN_STACK -> if (now.active == MAIN_STACK) emptyList() else stack
                else -> stack.ifEmpty { rootOf(place) }
            }
        }
        now = now.copy(active = tab, stacks = stacks)
    }

    /** Empties all stacks and builds one; on a tab where its bottom is that tab's root. */
    private fun build(routes: List<Route>) {
        val tab = tabOf(routes.first().screen)
        val stacks = now.stacks.indices.map { place ->
            when {
                place == tab -> routes.map { Frame(it) }
                tab == MAIN_STACK || place == MAIN_STACK -> emptyList()
                else -> rootOf(place)
            }
        }
        now = now.copy(active = tab, stacks = stacks)
    }

    private fun empty() {
        now = now.copy(active = MAIN_STACK, stacks = now.stacks.map { emptyList() })
    }

    private fun emptiesAll(arrival: Arrival): Boolean = when (arrival.by) {
        Arrival.Way.LINK, Arrival.Way.RESET -> true
        Arrival.Way.SWITCH -> tabOf(arrival.route.screen) == MAIN_STACK
        else -> false
    }

    /** The stack that a link builds, bottom first. */
    private fun built(arrival: Arrival): List<Route> =
        beneath(arrival.route, arrival.link).filter { isShownIn(now.variant, it.screen) } + arrival.route

    /** Place of the stack of the tab with this root; that of the main stack if there is none. */
    private fun tabOf(screen: Screen): Int =
        if (isShownIn(now.variant, screen)) tabsOf(now.variant).indexOfFirst { it.root?.screen == screen } + 1 else MAIN_STACK

    private fun rootOf(place: Int): List<Frame> {
        val root = tabsOf(now.variant).getOrNull(place - 1)?.root ?: return emptyList()
        return if (isShownIn(now.variant, root.screen)) listOf(Frame(root)) else emptyList()
    }
}
`;
