import pytest


@pytest.mark.case("FERRY-407")
def test_low_tide_shows_the_tide_restriction(service):
    answer = service.ask("tides", "Low tide")
    assert answer.says("shows the tide restriction")


@pytest.mark.case("FERRY-408")
def test_low_tide_shows_the_tide_restriction_on_the_pier_screens(service):
    answer = service.ask("tides", "Low tide")
    assert answer.says("shows the tide restriction on the pier screens")


@pytest.mark.case("FERRY-408")
def test_low_tide_shows_the_tide_restriction_on_the_pier_screens_with_two_crews_at_once(service):
    answer = service.ask("tides", "Low tide")
    assert answer.says("shows the tide restriction on the pier screens with two crews at once")


@pytest.mark.case("FERRY-409")
def test_low_tide_shows_the_tide_restriction_in_the_app(service):
    answer = service.ask("tides", "Low tide")
    assert answer.says("shows the tide restriction in the app")


def test_low_tide_moves_the_departure(service):
    answer = service.ask("tides", "Low tide")
    assert answer.says("moves the departure")


@pytest.mark.case("FERRY-411")
def test_low_tide_moves_the_departure_on_the_pier_screens(service):
    answer = service.ask("tides", "Low tide")
    assert answer.says("moves the departure on the pier screens")


@pytest.mark.case("FERRY-411")
def test_low_tide_moves_the_departure_on_the_pier_screens_by_keyboard_alone(service):
    answer = service.ask("tides", "Low tide")
    assert answer.says("moves the departure on the pier screens by keyboard alone")


def test_low_tide_moves_the_departure_in_the_app(service):
    answer = service.ask("tides", "Low tide")
    assert answer.says("moves the departure in the app")


@pytest.mark.case("FERRY-412")
def test_low_tide_moves_the_departure_in_the_app_by_keyboard_alone(service):
    answer = service.ask("tides", "Low tide")
    assert answer.says("moves the departure in the app by keyboard alone")


@pytest.mark.case("FERRY-413")
def test_low_tide_warns_two_hours_ahead(service):
    answer = service.ask("tides", "Low tide")
    assert answer.says("warns two hours ahead")


@pytest.mark.case("FERRY-413")
def test_low_tide_warns_two_hours_ahead_with_two_crews_at_once(service):
    answer = service.ask("tides", "Low tide")
    assert answer.says("warns two hours ahead with two crews at once")


@pytest.mark.case("FERRY-414")
def test_low_tide_warns_two_hours_ahead_on_the_pier_screens(service):
    answer = service.ask("tides", "Low tide")
    assert answer.says("warns two hours ahead on the pier screens")


@pytest.mark.case("FERRY-415")
def test_low_tide_warns_two_hours_ahead_in_the_app(service):
    answer = service.ask("tides", "Low tide")
    assert answer.says("warns two hours ahead in the app")


@pytest.mark.case("FERRY-415")
def test_low_tide_warns_two_hours_ahead_in_the_app_on_a_phone(service):
    answer = service.ask("tides", "Low tide")
    assert answer.says("warns two hours ahead in the app on a phone")


@pytest.mark.case("FERRY-416")
def test_low_tide_closes_the_low_ramp(service):
    answer = service.ask("tides", "Low tide")
    assert answer.says("closes the low ramp")


@pytest.mark.case("FERRY-417")
def test_low_tide_closes_the_low_ramp_on_the_pier_screens(service):
    answer = service.ask("tides", "Low tide")
    assert answer.says("closes the low ramp on the pier screens")


@pytest.mark.case("FERRY-417")
def test_low_tide_closes_the_low_ramp_on_the_pier_screens_by_keyboard_alone(service):
    answer = service.ask("tides", "Low tide")
    assert answer.says("closes the low ramp on the pier screens by keyboard alone")


def test_low_tide_closes_the_low_ramp_in_the_app(service):
    answer = service.ask("tides", "Low tide")
    assert answer.says("closes the low ramp in the app")


@pytest.mark.case("FERRY-419")
def test_spring_tide_shows_the_tide_restriction(service):
    answer = service.ask("tides", "Spring tide")
    assert answer.says("shows the tide restriction")


@pytest.mark.case("FERRY-420")
def test_spring_tide_shows_the_tide_restriction_on_the_pier_screens(service):
    answer = service.ask("tides", "Spring tide")
    assert answer.says("shows the tide restriction on the pier screens")


@pytest.mark.case("FERRY-420")
def test_spring_tide_shows_the_tide_restriction_on_the_pier_screens_by_keyboard_alone(service):
    answer = service.ask("tides", "Spring tide")
    assert answer.says("shows the tide restriction on the pier screens by keyboard alone")


@pytest.mark.case("FERRY-421")
def test_spring_tide_shows_the_tide_restriction_in_the_app(service):
    answer = service.ask("tides", "Spring tide")
    assert answer.says("shows the tide restriction in the app")


@pytest.mark.case("FERRY-421")
def test_spring_tide_shows_the_tide_restriction_in_the_app_with_two_crews_at_once(service):
    answer = service.ask("tides", "Spring tide")
    assert answer.says("shows the tide restriction in the app with two crews at once")


@pytest.mark.case("FERRY-422")
def test_spring_tide_moves_the_departure(service):
    answer = service.ask("tides", "Spring tide")
    assert answer.says("moves the departure")


@pytest.mark.case("FERRY-423")
def test_spring_tide_moves_the_departure_on_the_pier_screens(service):
    answer = service.ask("tides", "Spring tide")
    assert answer.says("moves the departure on the pier screens")


@pytest.mark.case("FERRY-424")
def test_spring_tide_moves_the_departure_in_the_app(service):
    answer = service.ask("tides", "Spring tide")
    assert answer.says("moves the departure in the app")


@pytest.mark.case("FERRY-425")
def test_spring_tide_warns_two_hours_ahead(service):
    answer = service.ask("tides", "Spring tide")
    assert answer.says("warns two hours ahead")


@pytest.mark.case("FERRY-426")
def test_spring_tide_warns_two_hours_ahead_on_the_pier_screens(service):
    answer = service.ask("tides", "Spring tide")
    assert answer.says("warns two hours ahead on the pier screens")


def test_spring_tide_warns_two_hours_ahead_in_the_app(service):
    answer = service.ask("tides", "Spring tide")
    assert answer.says("warns two hours ahead in the app")


@pytest.mark.case("FERRY-428")
def test_spring_tide_closes_the_low_ramp(service):
    answer = service.ask("tides", "Spring tide")
    assert answer.says("closes the low ramp")


@pytest.mark.case("FERRY-429")
def test_spring_tide_closes_the_low_ramp_on_the_pier_screens(service):
    answer = service.ask("tides", "Spring tide")
    assert answer.says("closes the low ramp on the pier screens")


@pytest.mark.case("FERRY-429")
def test_spring_tide_closes_the_low_ramp_on_the_pier_screens_on_a_phone(service):
    answer = service.ask("tides", "Spring tide")
    assert answer.says("closes the low ramp on the pier screens on a phone")


@pytest.mark.case("FERRY-430")
def test_spring_tide_closes_the_low_ramp_in_the_app(service):
    answer = service.ask("tides", "Spring tide")
    assert answer.says("closes the low ramp in the app")


@pytest.mark.case("FERRY-431")
def test_storm_surge_shows_the_tide_restriction(service):
    answer = service.ask("tides", "Storm surge")
    assert answer.says("shows the tide restriction")


@pytest.mark.case("FERRY-432")
def test_storm_surge_shows_the_tide_restriction_on_the_pier_screens(service):
    answer = service.ask("tides", "Storm surge")
    assert answer.says("shows the tide restriction on the pier screens")


@pytest.mark.case("FERRY-433")
def test_storm_surge_shows_the_tide_restriction_in_the_app(service):
    answer = service.ask("tides", "Storm surge")
    assert answer.says("shows the tide restriction in the app")


@pytest.mark.case("FERRY-433")
def test_storm_surge_shows_the_tide_restriction_in_the_app_with_two_crews_at_once(service):
    answer = service.ask("tides", "Storm surge")
    assert answer.says("shows the tide restriction in the app with two crews at once")


@pytest.mark.case("FERRY-434")
def test_storm_surge_moves_the_departure(service):
    answer = service.ask("tides", "Storm surge")
    assert answer.says("moves the departure")


@pytest.mark.case("FERRY-435")
def test_storm_surge_moves_the_departure_on_the_pier_screens(service):
    answer = service.ask("tides", "Storm surge")
    assert answer.says("moves the departure on the pier screens")


@pytest.mark.case("FERRY-436")
def test_storm_surge_moves_the_departure_in_the_app(service):
    answer = service.ask("tides", "Storm surge")
    assert answer.says("moves the departure in the app")


@pytest.mark.case("FERRY-436")
def test_storm_surge_moves_the_departure_in_the_app_on_a_phone(service):
    answer = service.ask("tides", "Storm surge")
    assert answer.says("moves the departure in the app on a phone")


@pytest.mark.case("FERRY-437")
def test_storm_surge_warns_two_hours_ahead(service):
    answer = service.ask("tides", "Storm surge")
    assert answer.says("warns two hours ahead")


@pytest.mark.case("FERRY-437")
def test_storm_surge_warns_two_hours_ahead_with_two_crews_at_once(service):
    answer = service.ask("tides", "Storm surge")
    assert answer.says("warns two hours ahead with two crews at once")


@pytest.mark.case("FERRY-438")
def test_storm_surge_warns_two_hours_ahead_on_the_pier_screens(service):
    answer = service.ask("tides", "Storm surge")
    assert answer.says("warns two hours ahead on the pier screens")


@pytest.mark.case("FERRY-439")
def test_storm_surge_warns_two_hours_ahead_in_the_app(service):
    answer = service.ask("tides", "Storm surge")
    assert answer.says("warns two hours ahead in the app")


@pytest.mark.case("FERRY-440")
def test_storm_surge_closes_the_low_ramp(service):
    answer = service.ask("tides", "Storm surge")
    assert answer.says("closes the low ramp")


@pytest.mark.case("FERRY-441")
def test_storm_surge_closes_the_low_ramp_on_the_pier_screens(service):
    answer = service.ask("tides", "Storm surge")
    assert answer.says("closes the low ramp on the pier screens")


@pytest.mark.case("FERRY-442")
def test_storm_surge_closes_the_low_ramp_in_the_app(service):
    answer = service.ask("tides", "Storm surge")
    assert answer.says("closes the low ramp in the app")
