/** The parts of the Dart output that are the same for each plan: the state of an app, and what steps do to it. */
export const stateText = String.raw`import 'forms.dart';
import 'plan.dart';
import 'routes.dart';
import 'types.dart';

/// The way of an arrival.
enum Way {
  push('push'),
  replace('replace'),
  present('present'),
  reset('reset'),
  switchTab('switch'),
  link('link');

  const Way(this.text);

  final String text;
}

/// An arrival that needs has put off: resume makes it.
final class Arrival extends ByValues {
  const Arrival(this.by, this.route, {this.asker, this.link});

  final Way by;
  final Route route;

  /// The value that gets the result of the screen.
  final Question<Object?>? asker;

  /// The pattern of a link; null for other arrivals, and for an entry.
  final String? link;

  @override
  List<Object?> get values => [by, route, asker, link];
}

/// Results that have come back to a screen.
final class Answers extends ByValues {
  const Answers([this.results = const {}]);

  final Map<Question<Object?>, Object?> results;

  /// Whether a value has got a result; what came back may be null.
  bool has(Question<Object?> question) => results.containsKey(question);

  T? of<T>(Question<T> question) => results[question] as T?;

  @override
  List<Object?> get values => [
    for (final question in Question.values)
      if (has(question)) ...[question, results[question]],
  ];
}

/// A screen on a stack.
final class Frame extends ByValues {
  Frame(this.route, {bool? modal, this.asked, this.answers = const Answers(), this.putOff})
    : modal = modal ?? route.screen.isModal;

  final Route route;

  /// Whether close pops through it.
  final bool modal;

  /// The value of the screen beneath that waits for the result of this one.
  final Question<Object?>? asked;
  final Answers answers;

  /// The arrival that the frame puts off.
  final Arrival? putOff;

  Frame withAnswers(Answers answers) =>
      Frame(route, modal: modal, asked: asked, answers: answers, putOff: putOff);

  Frame puttingOff(Arrival arrival) =>
      Frame(route, modal: modal, asked: asked, answers: answers, putOff: arrival);

  @override
  List<Object?> get values => [route, modal, asked, answers, putOff];
}

/// The state of a running app, as immutable data. Stacks have their bottom first.
final class AppState extends ByValues {
  const AppState(this.variant, this.flags, this.active, this.stacks);

  final Variant variant;
  final Flags flags;

  /// Place of the active stack.
  final int active;

  /// The main stack, then one for each tab.
  final List<List<Frame>> stacks;

  /// The stack in use.
  List<Frame> get stack => stacks[active];

  /// The frame to draw.
  Frame? get top => stack.lastOrNull;

  AppState copyWith({Flags? flags, int? active, List<List<Frame>>? stacks}) =>
      AppState(variant, flags ?? this.flags, active ?? this.active, stacks ?? this.stacks);

  /// Index of the list that stays in sight beside the top of the stack; null if the top alone is shown.
  int? get listInSight {
    for (var at = stack.length - 1; at > 0 && !stack[at].modal; at--) {
      if (listBeside(variant, stack[at].route.screen) == stack[at - 1].route.screen) return at - 1;
    }
    return null;
  }

  @override
  List<Object?> get values => [variant, flags, active, stacks];
}
`;

export const stepsText = String.raw`import 'plan.dart';
import 'routes.dart';
import 'state.dart';
import 'types.dart';

/// Place of the main stack among the stacks; the first tab has place 1.
const _mainStack = 0;

/// Runs steps on a state, one after the other.
final class Steps {
  Steps(this._now, this._circumstances);

  AppState _now;
  final Circumstances _circumstances;

  /// Screens whose arrival is being put off: an else that comes back to its own screen would never end.
  final _puttingOff = <Screen>{};

  List<Frame> get _stack => _now.stack;

  set _stack(List<Frame> stack) {
    final stacks = [..._now.stacks];
    stacks[_now.active] = stack;
    _now = _now.copyWith(stacks: stacks);
  }

  /// The state after all steps; null if they have left the app.
  AppState? get state => _stack.isEmpty ? null : _now;

  Variant get variant => _now.variant;

  Flags get flags => _now.flags;

  /// The route on top.
  Route? get top => _stack.lastOrNull?.route;

  Steps push(Route route, {Question<Object?>? asks}) => _arrive(Arrival(Way.push, route, asker: asks));

  Steps replace(Route route) => _arrive(Arrival(Way.replace, route));

  Steps present(Route route, {Question<Object?>? asks}) => _arrive(Arrival(Way.present, route, asker: asks));

  Steps reset(Route route) => _arrive(Arrival(Way.reset, route));

  Steps switchTo(Route route) => _arrive(Arrival(Way.switchTab, route));

  /// Builds the stack of a link; a link of null opens the screen as an entry does.
  Steps open(Route route, String? link) => _arrive(Arrival(Way.link, route, link: link));

  /// Pops the top.
  Steps back([Result? result]) => _popThrough(_stack.length - 1, result);

  /// Pops through the nearest modal frame.
  Steps close([Result? result]) => _popThrough(_stack.lastIndexWhere((frame) => frame.modal), result);

  /// Pops until a screen is on top; down to the last frame if the stack lacks it.
  Steps backTo(Screen screen) {
    final at = _stack.lastIndexWhere((frame) => frame.route.screen == screen);
    _stack = _stack.take(at < 0 ? 1 : at + 1).toList();
    return this;
  }

  /// Pops through a screen; down to the last frame if the stack lacks it.
  Steps backPast(Screen screen) => _popThrough(_stack.lastIndexWhere((frame) => frame.route.screen == screen), null);

  Steps set(Flags Function(Flags flags) change) {
    _now = _now.copyWith(flags: change(_now.flags));
    return this;
  }

  /// Makes the arrival that the nearest gate puts off; without a gate, runs the other step.
  Steps resume([Steps Function(Steps steps)? or]) {
    final gate = _stack.lastIndexWhere((frame) => frame.putOff != null);
    if (gate < 0) return or == null ? this : or(this);
    final arrival = _stack[gate].putOff!;
    _stack = _stack.take(gate).toList();
    return _arrive(arrival);
  }

  /// Back by the user; null if it leaves the app.
  AppState? backByUser() {
    if (_stack.length > 1) {
      _stack = _stack.take(_stack.length - 1).toList();
      return state;
    }
    if (_now.active <= 1 || backLeaves) return null;
    _now = _now.copyWith(active: 1);
    return state;
  }

  /// Pops everything above the list that is in sight beside the top; false if there is none.
  bool backToList() {
    final at = _now.listInSight;
    if (at == null) return false;
    _stack = _stack.take(at + 1).toList();
    return true;
  }

  /// Pops through the frame at an index; a negative one pops down to the last frame.
  Steps _popThrough(int index, Result? result) {
    if (index < 0) {
      _stack = _stack.take(1).toList();
      return this;
    }
    final popped = _stack[index];
    _stack = _stack.take(index).toList();
    final question = popped.asked;
    if (result == null || question == null || _stack.isEmpty) return this;
    final below = _stack.last;
    if (popped.route.screen.returns != result.type || question.screen != below.route.screen) return this;
    if (!accepts(question, result)) return this;
    final answers = Answers({...below.answers.results, question: valueFor(question, result)});
    _stack = [..._stack.take(_stack.length - 1), below.withAnswers(answers)];
    return this;
  }

  /// Makes an arrival, or runs the else behind the needs of its screens.
  Steps _arrive(Arrival arrival) {
    if (!isShownIn(_now.variant, arrival.route.screen)) return this;
    for (final route in _arrivingAt(arrival)) {
      final instead = insteadOf(route, _now.flags, _circumstances);
      if (instead == null) continue;
      if (_emptiesAll(arrival)) _empty();
      _putOff(arrival, route.screen, instead);
      return this;
    }
    _place(arrival);
    return this;
  }

  /// The routes whose needs an arrival has to meet.
  List<Route> _arrivingAt(Arrival arrival) {
    if (arrival.by == Way.link) return _built(arrival);
    final tab = arrival.by == Way.switchTab ? _tabOf(arrival.route.screen) : _mainStack;
    final top = tab == _mainStack ? null : _now.stacks[tab].lastOrNull;
    return [top?.route ?? arrival.route];
  }

  /// Runs an else; the lowest frame that it pushes is the gate, which remembers the arrival.
  void _putOff(Arrival arrival, Screen screen, Steps Function(Steps steps) instead) {
    if (!_puttingOff.add(screen)) return;
    final before = _now;
    instead(this);
    _puttingOff.remove(screen);
    final old = before.stacks[_now.active];
    // Frames that have stayed are the very objects that they were.
    final gate = _stack.indexed.where((frame) => frame.$1 >= old.length || !identical(frame.$2, old[frame.$1])).firstOrNull;
    if (gate == null) return;
    _stack = [
      for (final (index, frame) in _stack.indexed) index == gate.$1 ? frame.puttingOff(arrival) : frame,
    ];
  }

  void _place(Arrival arrival) {
    final route = arrival.route;
    final top = _stack.lastOrNull;
    switch (arrival.by) {
      case Way.push:
      case Way.present:
        final asker = arrival.asker;
        final asked = asker != null && asker.screen == top?.route.screen ? asker : null;
        final modal = arrival.by == Way.present || route.screen.isModal;
        _stack = [..._stack, Frame(route, modal: modal, asked: asked)];
      case Way.replace:
        // A screen that returns the same type answers in the place of the replaced one.
        final type = top?.route.screen.returns;
        final asked = type != null && type == route.screen.returns ? top?.asked : null;
        _stack = [..._stack.take(_stack.isEmpty ? 0 : _stack.length - 1), Frame(route, asked: asked)];
      case Way.reset:
        _build([route]);
      case Way.link:
        _build(_built(arrival));
      case Way.switchTab:
        _switchToTab(route);
    }
  }

  void _switchToTab(Route route) {
    final tab = _tabOf(route.screen);
    if (tab == _mainStack) return _build([route]);
    // No tab is ever without its root: coming from the main stack, all of them are put there.
    final stacks = [
      for (final (place, stack) in _now.stacks.indexed)
        if (place == _mainStack)
          _now.active == _mainStack ? const <Frame>[] : stack
        else
          stack.isEmpty ? _rootOf(place) : stack,
    ];
    _now = _now.copyWith(active: tab, stacks: stacks);
  }

  /// Empties all stacks and builds one; on a tab where its bottom is that tab's root.
  void _build(List<Route> routes) {
    final tab = _tabOf(routes.first.screen);
    final stacks = [
      for (var place = 0; place < _now.stacks.length; place++)
        if (place == tab)
          [for (final route in routes) Frame(route)]
        else
          tab == _mainStack || place == _mainStack ? const <Frame>[] : _rootOf(place),
    ];
    _now = _now.copyWith(active: tab, stacks: stacks);
  }

  void _empty() {
    _now = _now.copyWith(active: _mainStack, stacks: [for (final _ in _now.stacks) const <Frame>[]]);
  }

  bool _emptiesAll(Arrival arrival) => switch (arrival.by) {
    Way.link || Way.reset => true,
    Way.switchTab => _tabOf(arrival.route.screen) == _mainStack,
    _ => false,
  };

  /// The stack that a link builds, bottom first.
  List<Route> _built(Arrival arrival) => [
    ...beneath(arrival.route, arrival.link).where((route) => isShownIn(_now.variant, route.screen)),
    arrival.route,
  ];

  /// Place of the stack of the tab with this root; that of the main stack if there is none.
  int _tabOf(Screen screen) =>
      isShownIn(_now.variant, screen) ? tabsOf(_now.variant).indexWhere((tab) => tab.root?.screen == screen) + 1 : _mainStack;

  List<Frame> _rootOf(int place) {
    final root = tabsOf(_now.variant)[place - 1].root;
    return root != null && isShownIn(_now.variant, root.screen) ? [Frame(root)] : const [];
  }
}
`;
