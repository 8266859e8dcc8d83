import pytest


@pytest.mark.case("FERRY-443")
def test_winter_timetable_starts_on_the_announced_day(service):
    answer = service.ask("seasons", "Winter timetable")
    assert answer.says("starts on the announced day")


def test_winter_timetable_starts_on_the_announced_day_on_the_pier_screens(service):
    answer = service.ask("seasons", "Winter timetable")
    assert answer.says("starts on the announced day on the pier screens")


def test_winter_timetable_starts_on_the_announced_day_in_the_app(service):
    answer = service.ask("seasons", "Winter timetable")
    assert answer.says("starts on the announced day in the app")


@pytest.mark.case("FERRY-444")
def test_winter_timetable_keeps_connections_by_bus(service):
    answer = service.ask("seasons", "Winter timetable")
    assert answer.says("keeps connections by bus")


@pytest.mark.case("FERRY-445")
def test_winter_timetable_keeps_connections_by_bus_on_the_pier_screens(service):
    answer = service.ask("seasons", "Winter timetable")
    assert answer.says("keeps connections by bus on the pier screens")


@pytest.mark.case("FERRY-446")
def test_winter_timetable_keeps_connections_by_bus_in_the_app(service):
    answer = service.ask("seasons", "Winter timetable")
    assert answer.says("keeps connections by bus in the app")


def test_winter_timetable_is_printed_on_one_page(service):
    answer = service.ask("seasons", "Winter timetable")
    assert answer.says("is printed on one page")


def test_winter_timetable_is_printed_on_one_page_on_the_pier_screens(service):
    answer = service.ask("seasons", "Winter timetable")
    assert answer.says("is printed on one page on the pier screens")


@pytest.mark.case("FERRY-449")
def test_winter_timetable_is_printed_on_one_page_in_the_app(service):
    answer = service.ask("seasons", "Winter timetable")
    assert answer.says("is printed on one page in the app")


@pytest.mark.case("FERRY-449")
def test_winter_timetable_is_printed_on_one_page_in_the_app_on_a_phone(service):
    answer = service.ask("seasons", "Winter timetable")
    assert answer.says("is printed on one page in the app on a phone")


@pytest.mark.case("FERRY-450")
def test_winter_timetable_has_no_double_departures(service):
    answer = service.ask("seasons", "Winter timetable")
    assert answer.says("has no double departures")


@pytest.mark.case("FERRY-450")
def test_winter_timetable_has_no_double_departures_by_keyboard_alone(service):
    answer = service.ask("seasons", "Winter timetable")
    assert answer.says("has no double departures by keyboard alone")


@pytest.mark.case("FERRY-451")
def test_winter_timetable_has_no_double_departures_on_the_pier_screens(service):
    answer = service.ask("seasons", "Winter timetable")
    assert answer.says("has no double departures on the pier screens")


@pytest.mark.case("FERRY-452")
def test_winter_timetable_has_no_double_departures_in_the_app(service):
    answer = service.ask("seasons", "Winter timetable")
    assert answer.says("has no double departures in the app")


@pytest.mark.case("FERRY-453")
def test_summer_timetable_starts_on_the_announced_day(service):
    answer = service.ask("seasons", "Summer timetable")
    assert answer.says("starts on the announced day")


@pytest.mark.case("FERRY-454")
def test_summer_timetable_starts_on_the_announced_day_on_the_pier_screens(service):
    answer = service.ask("seasons", "Summer timetable")
    assert answer.says("starts on the announced day on the pier screens")


def test_summer_timetable_starts_on_the_announced_day_in_the_app(service):
    answer = service.ask("seasons", "Summer timetable")
    assert answer.says("starts on the announced day in the app")


@pytest.mark.case("FERRY-456")
def test_summer_timetable_keeps_connections_by_bus(service):
    answer = service.ask("seasons", "Summer timetable")
    assert answer.says("keeps connections by bus")


@pytest.mark.case("FERRY-456")
def test_summer_timetable_keeps_connections_by_bus_by_keyboard_alone(service):
    answer = service.ask("seasons", "Summer timetable")
    assert answer.says("keeps connections by bus by keyboard alone")


@pytest.mark.case("FERRY-458")
def test_summer_timetable_keeps_connections_by_bus_in_the_app(service):
    answer = service.ask("seasons", "Summer timetable")
    assert answer.says("keeps connections by bus in the app")


@pytest.mark.case("FERRY-459")
def test_summer_timetable_is_printed_on_one_page(service):
    answer = service.ask("seasons", "Summer timetable")
    assert answer.says("is printed on one page")


def test_summer_timetable_is_printed_on_one_page_on_the_pier_screens(service):
    answer = service.ask("seasons", "Summer timetable")
    assert answer.says("is printed on one page on the pier screens")


def test_summer_timetable_is_printed_on_one_page_in_the_app(service):
    answer = service.ask("seasons", "Summer timetable")
    assert answer.says("is printed on one page in the app")


@pytest.mark.case("FERRY-460")
def test_summer_timetable_is_printed_on_one_page_in_the_app_on_a_phone(service):
    answer = service.ask("seasons", "Summer timetable")
    assert answer.says("is printed on one page in the app on a phone")


@pytest.mark.case("FERRY-461")
def test_summer_timetable_has_no_double_departures(service):
    answer = service.ask("seasons", "Summer timetable")
    assert answer.says("has no double departures")


@pytest.mark.case("FERRY-461")
def test_summer_timetable_has_no_double_departures_on_a_phone(service):
    answer = service.ask("seasons", "Summer timetable")
    assert answer.says("has no double departures on a phone")


@pytest.mark.case("FERRY-462")
def test_summer_timetable_has_no_double_departures_on_the_pier_screens(service):
    answer = service.ask("seasons", "Summer timetable")
    assert answer.says("has no double departures on the pier screens")


@pytest.mark.case("FERRY-463")
def test_summer_timetable_has_no_double_departures_in_the_app(service):
    answer = service.ask("seasons", "Summer timetable")
    assert answer.says("has no double departures in the app")


@pytest.mark.case("FERRY-464")
def test_holiday_timetable_starts_on_the_announced_day(service):
    answer = service.ask("seasons", "Holiday timetable")
    assert answer.says("starts on the announced day")


@pytest.mark.case("FERRY-465")
def test_holiday_timetable_starts_on_the_announced_day_on_the_pier_screens(service):
    answer = service.ask("seasons", "Holiday timetable")
    assert answer.says("starts on the announced day on the pier screens")


@pytest.mark.case("FERRY-467")
def test_holiday_timetable_keeps_connections_by_bus(service):
    answer = service.ask("seasons", "Holiday timetable")
    assert answer.says("keeps connections by bus")


@pytest.mark.case("FERRY-467")
def test_holiday_timetable_keeps_connections_by_bus_with_two_crews_at_once(service):
    answer = service.ask("seasons", "Holiday timetable")
    assert answer.says("keeps connections by bus with two crews at once")


@pytest.mark.case("FERRY-468")
def test_holiday_timetable_keeps_connections_by_bus_on_the_pier_screens(service):
    answer = service.ask("seasons", "Holiday timetable")
    assert answer.says("keeps connections by bus on the pier screens")


@pytest.mark.case("FERRY-468")
def test_holiday_timetable_keeps_connections_by_bus_on_the_pier_screens_with_two_crews_at_once(service):
    answer = service.ask("seasons", "Holiday timetable")
    assert answer.says("keeps connections by bus on the pier screens with two crews at once")


@pytest.mark.case("FERRY-470")
def test_holiday_timetable_is_printed_on_one_page(service):
    answer = service.ask("seasons", "Holiday timetable")
    assert answer.says("is printed on one page")


@pytest.mark.case("FERRY-471")
def test_holiday_timetable_is_printed_on_one_page_on_the_pier_screens(service):
    answer = service.ask("seasons", "Holiday timetable")
    assert answer.says("is printed on one page on the pier screens")


@pytest.mark.case("FERRY-471")
def test_holiday_timetable_is_printed_on_one_page_on_the_pier_screens_on_a_phone(service):
    answer = service.ask("seasons", "Holiday timetable")
    assert answer.says("is printed on one page on the pier screens on a phone")


@pytest.mark.case("FERRY-472")
def test_holiday_timetable_is_printed_on_one_page_in_the_app(service):
    answer = service.ask("seasons", "Holiday timetable")
    assert answer.says("is printed on one page in the app")


@pytest.mark.case("FERRY-472")
def test_holiday_timetable_is_printed_on_one_page_in_the_app_with_two_crews_at_once(service):
    answer = service.ask("seasons", "Holiday timetable")
    assert answer.says("is printed on one page in the app with two crews at once")


@pytest.mark.case("FERRY-473")
def test_holiday_timetable_has_no_double_departures(service):
    answer = service.ask("seasons", "Holiday timetable")
    assert answer.says("has no double departures")


@pytest.mark.case("FERRY-474")
def test_holiday_timetable_has_no_double_departures_on_the_pier_screens(service):
    answer = service.ask("seasons", "Holiday timetable")
    assert answer.says("has no double departures on the pier screens")


@pytest.mark.case("FERRY-475")
def test_holiday_timetable_has_no_double_departures_in_the_app(service):
    answer = service.ask("seasons", "Holiday timetable")
    assert answer.says("has no double departures in the app")


@pytest.mark.case("FERRY-475")
def test_holiday_timetable_has_no_double_departures_in_the_app_on_a_phone(service):
    answer = service.ask("seasons", "Holiday timetable")
    assert answer.says("has no double departures in the app on a phone")


@pytest.mark.case("FERRY-476")
def test_clock_change_starts_on_the_announced_day(service):
    answer = service.ask("seasons", "Clock change")
    assert answer.says("starts on the announced day")


@pytest.mark.case("FERRY-476")
def test_clock_change_starts_on_the_announced_day_with_two_crews_at_once(service):
    answer = service.ask("seasons", "Clock change")
    assert answer.says("starts on the announced day with two crews at once")


@pytest.mark.case("FERRY-477")
def test_clock_change_starts_on_the_announced_day_on_the_pier_screens(service):
    answer = service.ask("seasons", "Clock change")
    assert answer.says("starts on the announced day on the pier screens")


def test_clock_change_starts_on_the_announced_day_in_the_app(service):
    answer = service.ask("seasons", "Clock change")
    assert answer.says("starts on the announced day in the app")


@pytest.mark.case("FERRY-479")
def test_clock_change_keeps_connections_by_bus(service):
    answer = service.ask("seasons", "Clock change")
    assert answer.says("keeps connections by bus")


@pytest.mark.case("FERRY-480")
def test_clock_change_keeps_connections_by_bus_on_the_pier_screens(service):
    answer = service.ask("seasons", "Clock change")
    assert answer.says("keeps connections by bus on the pier screens")


@pytest.mark.case("FERRY-481")
def test_clock_change_keeps_connections_by_bus_in_the_app(service):
    answer = service.ask("seasons", "Clock change")
    assert answer.says("keeps connections by bus in the app")


@pytest.mark.case("FERRY-482")
def test_clock_change_is_printed_on_one_page(service):
    answer = service.ask("seasons", "Clock change")
    assert answer.says("is printed on one page")


@pytest.mark.case("FERRY-483")
def test_clock_change_is_printed_on_one_page_on_the_pier_screens(service):
    answer = service.ask("seasons", "Clock change")
    assert answer.says("is printed on one page on the pier screens")


@pytest.mark.case("FERRY-484")
def test_clock_change_is_printed_on_one_page_in_the_app(service):
    answer = service.ask("seasons", "Clock change")
    assert answer.says("is printed on one page in the app")


@pytest.mark.case("FERRY-484")
def test_clock_change_is_printed_on_one_page_in_the_app_on_a_phone(service):
    answer = service.ask("seasons", "Clock change")
    assert answer.says("is printed on one page in the app on a phone")


@pytest.mark.case("FERRY-485")
def test_clock_change_has_no_double_departures(service):
    answer = service.ask("seasons", "Clock change")
    assert answer.says("has no double departures")


@pytest.mark.case("FERRY-486")
def test_clock_change_has_no_double_departures_on_the_pier_screens(service):
    answer = service.ask("seasons", "Clock change")
    assert answer.says("has no double departures on the pier screens")


@pytest.mark.case("FERRY-486")
def test_clock_change_has_no_double_departures_on_the_pier_screens_by_keyboard_alone(service):
    answer = service.ask("seasons", "Clock change")
    assert answer.says("has no double departures on the pier screens by keyboard alone")


@pytest.mark.case("FERRY-487")
def test_clock_change_has_no_double_departures_in_the_app(service):
    answer = service.ask("seasons", "Clock change")
    assert answer.says("has no double departures in the app")


@pytest.mark.case("FERRY-487")
def test_clock_change_has_no_double_departures_in_the_app_with_two_crews_at_once(service):
    answer = service.ask("seasons", "Clock change")
    assert answer.says("has no double departures in the app with two crews at once")
