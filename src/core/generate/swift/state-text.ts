/** The parts of the Swift output that are the same for each plan: the state of an app, and what steps do to it. */
export const stateText = String.raw`/// An arrival that needs has put off: resume makes it.
struct Arrival: Hashable {
    enum Way: String {
        case push, replace, present, reset
        case switchTab = "switch"
        case link
    }

    let by: Way
    let route: Route
    /// The value that gets the result of the screen.
    var asker: Question?
    /// The pattern of a link; nil for other arrivals, and for an entry.
    var link: String?
}

/// A screen on a stack. A frame that stays is the very object that it was.
final class Frame: Hashable {
    let route: Route
    /// Whether close pops through it.
    let modal: Bool
    /// The value of the screen beneath that waits for the result of this one.
    let asked: Question?
    /// Results that have come back to this screen.
    let answers: Answers
    /// The arrival that the frame puts off.
    let putOff: Arrival?

    init(
        _ route: Route,
        modal: Bool? = nil,
        asked: Question? = nil,
        answers: Answers = Answers(),
        putOff: Arrival? = nil
    ) {
        self.route = route
        self.modal = modal ?? route.screen.isModal
        self.asked = asked
        self.answers = answers
        self.putOff = putOff
    }

    static func == (one: Frame, other: Frame) -> Bool {
        one === other
            || (one.route == other.route && one.modal == other.modal && one.asked == other.asked
                && one.answers == other.answers && one.putOff == other.putOff)
    }

    func hash(into hasher: inout Hasher) {
        hasher.combine(route)
        hasher.combine(modal)
    }
}

/// The state of a running app, as immutable data. Stacks have their bottom first.
struct AppState: Hashable {
    let variant: Variant
    var flags: Flags
    /// Place of the active stack.
    var active: Int
    /// The main stack, then one for each tab.
    var stacks: [[Frame]]

    /// The stack in use.
    var stack: [Frame] { stacks[active] }

    /// The frame to draw.
    var top: Frame? { stack.last }

    /// Index of the list that stays in sight beside the top of the stack; nil if the top alone is shown.
    var listInSight: Int? {
        for at in stack.indices.reversed() {
            if at == 0 || stack[at].modal { return nil }
            if Plan.listBeside(variant, stack[at].route.screen) == stack[at - 1].route.screen { return at - 1 }
        }
        return nil
    }
}
`;

export const stepsText = String.raw`/// Place of the main stack among the stacks; the first tab has place 1.
private let mainStack = 0

/// Runs steps on a state, one after the other.
final class Steps {
    private var now: AppState
    private let circumstances: Circumstances
    /// Screens whose arrival is being put off: an else that comes back to its own screen would never end.
    private var puttingOff: Set<Screen> = []

    init(_ state: AppState, _ circumstances: Circumstances) {
        now = state
        self.circumstances = circumstances
    }

    /// The state after all steps; nil if they have left the app.
    var state: AppState? { stack.isEmpty ? nil : now }

    var variant: Variant { now.variant }

    var flags: Flags { now.flags }

    /// The route on top.
    var top: Route? { stack.last?.route }

    private var stack: [Frame] {
        get { now.stacks[now.active] }
        set { now.stacks[now.active] = newValue }
    }

    func push(_ route: Route, asks: Question? = nil) -> Steps { arrive(Arrival(by: .push, route: route, asker: asks)) }

    func replace(_ route: Route) -> Steps { arrive(Arrival(by: .replace, route: route)) }

    func present(_ route: Route, asks: Question? = nil) -> Steps {
        arrive(Arrival(by: .present, route: route, asker: asks))
    }

    func reset(_ route: Route) -> Steps { arrive(Arrival(by: .reset, route: route)) }

    func switchTo(_ route: Route) -> Steps { arrive(Arrival(by: .switchTab, route: route)) }

    /// Builds the stack of a link; a link of nil opens the screen as an entry does.
    func open(_ route: Route, link: String?) -> Steps { arrive(Arrival(by: .link, route: route, link: link)) }

    /// Pops the top.
    func back(_ result: ScreenResult? = nil) -> Steps { popThrough(stack.indices.last, result) }

    /// Pops through the nearest modal frame.
    func close(_ result: ScreenResult? = nil) -> Steps { popThrough(stack.lastIndex { $0.modal }, result) }

    /// Pops until a screen is on top; down to the last frame if the stack lacks it.
    func backTo(_ screen: Screen) -> Steps {
        let at = stack.lastIndex { $0.route.screen == screen } ?? 0
        stack = Array(stack.prefix(at + 1))
        return self
    }

    /// Pops through a screen; down to the last frame if the stack lacks it.
    func backPast(_ screen: Screen) -> Steps { popThrough(stack.lastIndex { $0.route.screen == screen }, nil) }

    func set(_ change: (inout Flags) -> Void) -> Steps {
        change(&now.flags)
        return self
    }

    /// Makes the arrival that the nearest gate puts off; without a gate, runs the other step.
    func resume(or other: (Steps) -> Steps = { $0 }) -> Steps {
        guard let gate = stack.lastIndex(where: { $0.putOff != nil }), let arrival = stack[gate].putOff else {
            return other(self)
        }
        stack = Array(stack.prefix(gate))
        return arrive(arrival)
    }

    /// Back by the user; nil if it leaves the app.
    func backByUser() -> AppState? {
        if stack.count > 1 {
            stack.removeLast()
            return state
        }
        if now.active <= 1 || Plan.backLeaves { return nil }
        now.active = 1
        return state
    }

    /// Pops everything above the list that is in sight beside the top; false if there is none.
    func backToList() -> Bool {
        guard let at = now.listInSight else { return false }
        stack = Array(stack.prefix(at + 1))
        return true
    }

    /// Pops through the frame at an index; nil pops down to the last frame.
    private func popThrough(_ index: Int?, _ result: ScreenResult?) -> Steps {
        guard let index else {
            stack = Array(stack.prefix(1))
            return self
        }
        let popped = stack[index]
        stack = Array(stack.prefix(index))
        guard let result, let question = popped.asked, let below = stack.last else { return self }
        guard popped.route.screen.returns == result.type, question.screen == below.route.screen else { return self }
        var answers = below.answers
        answers.take(result, for: question)
        stack[stack.count - 1] = Frame(
            below.route,
            modal: below.modal,
            asked: below.asked,
            answers: answers,
            putOff: below.putOff
        )
        return self
    }

    /// Makes an arrival, or runs the else behind the needs of its screens.
    private func arrive(_ arrival: Arrival) -> Steps {
        guard Plan.isShownIn(now.variant, arrival.route.screen) else { return self }
        for route in arrivingAt(arrival) {
            guard let instead = Plan.insteadOf(route, now.flags, circumstances) else { continue }
            if emptiesAll(arrival) { empty() }
            putOff(arrival, route.screen, instead)
            return self
        }
        place(arrival)
        return self
    }

    /// The routes whose needs an arrival has to meet.
    private func arrivingAt(_ arrival: Arrival) -> [Route] {
        if arrival.by == .link { return built(arrival) }
        let tab = arrival.by == .switchTab ? tabOf(arrival.route.screen) : mainStack
        let top = tab == mainStack ? nil : now.stacks[tab].last
        return [top?.route ?? arrival.route]
    }

    /// Runs an else; the lowest frame that it pushes is the gate, which remembers the arrival.
    private func putOff(_ arrival: Arrival, _ screen: Screen, _ instead: (Steps) -> Steps) {
        guard puttingOff.insert(screen).inserted else { return }
        let before = now
        _ = instead(self)
        puttingOff.remove(screen)
        let old = before.stacks[now.active]
        guard let gate = stack.indices.first(where: { $0 >= old.count || stack[$0] !== old[$0] }) else { return }
        let frame = stack[gate]
        stack[gate] = Frame(
            frame.route,
            modal: frame.modal,
            asked: frame.asked,
            answers: frame.answers,
            putOff: arrival
        )
    }

    private func place(_ arrival: Arrival) {
        let route = arrival.route
        let top = stack.last
        switch arrival.by {
        case .push, .present:
            let asked = arrival.asker.flatMap { $0.screen == top?.route.screen ? $0 : nil }
            let modal = arrival.by == .present || route.screen.isModal
            stack.append(Frame(route, modal: modal, asked: asked))
        case .replace:
            // A screen that returns the same type answers in the place of the replaced one.
            let type = top?.route.screen.returns
            let asked = type != nil && type == route.screen.returns ? top?.asked : nil
            stack = Array(stack.dropLast()) + [Frame(route, asked: asked)]
        case .reset:
            build([route])
        case .link:
            build(built(arrival))
        case .switchTab:
            switchToTab(route)
        }
    }

    private func switchToTab(_ route: Route) {
        let tab = tabOf(route.screen)
        if tab == mainStack { return build([route]) }
        // No tab is ever without its root: coming from the main stack, all of them are put there.
        for place in now.stacks.indices {
            if place == mainStack {
                if now.active == mainStack { now.stacks[place] = [] }
            } else if now.stacks[place].isEmpty {
                now.stacks[place] = rootOf(place)
            }
        }
        now.active = tab
    }

    /// Empties all stacks and builds one; on a tab where its bottom is that tab's root.
    private func build(_ routes: [Route]) {
        let tab = tabOf(routes[0].screen)
        now.stacks = now.stacks.indices.map { place in
            if place == tab { return routes.map { Frame($0) } }
            return tab == mainStack || place == mainStack ? [] : rootOf(place)
        }
        now.active = tab
    }

    private func empty() {
        now.stacks = now.stacks.map { _ in [] }
        now.active = mainStack
    }

    private func emptiesAll(_ arrival: Arrival) -> Bool {
        switch arrival.by {
        case .link, .reset: return true
        case .switchTab: return tabOf(arrival.route.screen) == mainStack
        default: return false
        }
    }

    /// The stack that a link builds, bottom first.
    private func built(_ arrival: Arrival) -> [Route] {
        Plan.beneath(arrival.route, arrival.link).filter { Plan.isShownIn(now.variant, $0.screen) } + [arrival.route]
    }

    /// Place of the stack of the tab with this root; that of the main stack if there is none.
    private func tabOf(_ screen: Screen) -> Int {
        guard Plan.isShownIn(now.variant, screen) else { return mainStack }
        return Plan.tabsOf(now.variant).firstIndex { $0.root?.screen == screen }.map { $0 + 1 } ?? mainStack
    }

    private func rootOf(_ place: Int) -> [Frame] {
        guard let root = Plan.tabsOf(now.variant)[place - 1].root, Plan.isShownIn(now.variant, root.screen) else { return [] }
        return [Frame(root)]
    }
}
`;
