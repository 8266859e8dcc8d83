import pytest


@pytest.mark.case("FERRY-918")
def test_alert_by_e_mail_can_be_ordered(service):
    answer = service.ask("subscriptions", "Alert by e-mail")
    assert answer.says("can be ordered")


@pytest.mark.case("FERRY-918")
def test_alert_by_e_mail_can_be_ordered_on_a_phone(service):
    answer = service.ask("subscriptions", "Alert by e-mail")
    assert answer.says("can be ordered on a phone")


def test_alert_by_e_mail_can_be_ordered_for_the_outer_islands(service):
    answer = service.ask("subscriptions", "Alert by e-mail")
    assert answer.says("can be ordered for the outer islands")


@pytest.mark.case("FERRY-919")
def test_alert_by_e_mail_can_be_ordered_at_night(service):
    answer = service.ask("subscriptions", "Alert by e-mail")
    assert answer.says("can be ordered at night")


@pytest.mark.case("FERRY-919")
def test_alert_by_e_mail_can_be_ordered_at_night_with_two_crews_at_once(service):
    answer = service.ask("subscriptions", "Alert by e-mail")
    assert answer.says("can be ordered at night with two crews at once")


@pytest.mark.case("FERRY-920")
def test_alert_by_e_mail_can_be_paused(service):
    answer = service.ask("subscriptions", "Alert by e-mail")
    assert answer.says("can be paused")


@pytest.mark.case("FERRY-921")
def test_alert_by_e_mail_can_be_paused_for_the_outer_islands(service):
    answer = service.ask("subscriptions", "Alert by e-mail")
    assert answer.says("can be paused for the outer islands")


@pytest.mark.case("FERRY-922")
def test_alert_by_e_mail_can_be_paused_at_night(service):
    answer = service.ask("subscriptions", "Alert by e-mail")
    assert answer.says("can be paused at night")


@pytest.mark.case("FERRY-922")
def test_alert_by_e_mail_can_be_paused_at_night_with_two_crews_at_once(service):
    answer = service.ask("subscriptions", "Alert by e-mail")
    assert answer.says("can be paused at night with two crews at once")


@pytest.mark.case("FERRY-923")
def test_alert_by_e_mail_follows_the_chosen_pier(service):
    answer = service.ask("subscriptions", "Alert by e-mail")
    assert answer.says("follows the chosen pier")


@pytest.mark.case("FERRY-923")
def test_alert_by_e_mail_follows_the_chosen_pier_with_two_crews_at_once(service):
    answer = service.ask("subscriptions", "Alert by e-mail")
    assert answer.says("follows the chosen pier with two crews at once")


@pytest.mark.case("FERRY-924")
def test_alert_by_e_mail_follows_the_chosen_pier_for_the_outer_islands(service):
    answer = service.ask("subscriptions", "Alert by e-mail")
    assert answer.says("follows the chosen pier for the outer islands")


@pytest.mark.case("FERRY-925")
def test_alert_by_e_mail_follows_the_chosen_pier_at_night(service):
    answer = service.ask("subscriptions", "Alert by e-mail")
    assert answer.says("follows the chosen pier at night")


@pytest.mark.case("FERRY-926")
def test_alert_by_e_mail_stops_after_the_season(service):
    answer = service.ask("subscriptions", "Alert by e-mail")
    assert answer.says("stops after the season")


@pytest.mark.case("FERRY-926")
def test_alert_by_e_mail_stops_after_the_season_with_two_crews_at_once(service):
    answer = service.ask("subscriptions", "Alert by e-mail")
    assert answer.says("stops after the season with two crews at once")


@pytest.mark.case("FERRY-927")
def test_alert_by_e_mail_stops_after_the_season_for_the_outer_islands(service):
    answer = service.ask("subscriptions", "Alert by e-mail")
    assert answer.says("stops after the season for the outer islands")


@pytest.mark.case("FERRY-928")
def test_alert_by_e_mail_stops_after_the_season_at_night(service):
    answer = service.ask("subscriptions", "Alert by e-mail")
    assert answer.says("stops after the season at night")


@pytest.mark.case("FERRY-929")
def test_alert_by_text_message_can_be_ordered(service):
    answer = service.ask("subscriptions", "Alert by text message")
    assert answer.says("can be ordered")


@pytest.mark.case("FERRY-931")
def test_alert_by_text_message_can_be_ordered_at_night(service):
    answer = service.ask("subscriptions", "Alert by text message")
    assert answer.says("can be ordered at night")


@pytest.mark.case("FERRY-932")
def test_alert_by_text_message_can_be_paused(service):
    answer = service.ask("subscriptions", "Alert by text message")
    assert answer.says("can be paused")


@pytest.mark.case("FERRY-933")
def test_alert_by_text_message_can_be_paused_for_the_outer_islands(service):
    answer = service.ask("subscriptions", "Alert by text message")
    assert answer.says("can be paused for the outer islands")


@pytest.mark.case("FERRY-933")
def test_alert_by_text_message_can_be_paused_for_the_outer_islands_on_a_phone(service):
    answer = service.ask("subscriptions", "Alert by text message")
    assert answer.says("can be paused for the outer islands on a phone")


@pytest.mark.case("FERRY-934")
def test_alert_by_text_message_can_be_paused_at_night(service):
    answer = service.ask("subscriptions", "Alert by text message")
    assert answer.says("can be paused at night")


@pytest.mark.case("FERRY-934")
def test_alert_by_text_message_can_be_paused_at_night_on_a_phone(service):
    answer = service.ask("subscriptions", "Alert by text message")
    assert answer.says("can be paused at night on a phone")


@pytest.mark.case("FERRY-935")
def test_alert_by_text_message_follows_the_chosen_pier(service):
    answer = service.ask("subscriptions", "Alert by text message")
    assert answer.says("follows the chosen pier")


@pytest.mark.case("FERRY-936")
def test_alert_by_text_message_follows_the_chosen_pier_for_the_outer_islands(service):
    answer = service.ask("subscriptions", "Alert by text message")
    assert answer.says("follows the chosen pier for the outer islands")


@pytest.mark.case("FERRY-936")
def test_alert_by_text_message_follows_the_chosen_pier_for_the_outer_islands_on_a_phone(service):
    answer = service.ask("subscriptions", "Alert by text message")
    assert answer.says("follows the chosen pier for the outer islands on a phone")


@pytest.mark.case("FERRY-937")
def test_alert_by_text_message_follows_the_chosen_pier_at_night(service):
    answer = service.ask("subscriptions", "Alert by text message")
    assert answer.says("follows the chosen pier at night")


@pytest.mark.case("FERRY-938")
def test_alert_by_text_message_stops_after_the_season(service):
    answer = service.ask("subscriptions", "Alert by text message")
    assert answer.says("stops after the season")


@pytest.mark.case("FERRY-939")
def test_alert_by_text_message_stops_after_the_season_for_the_outer_islands(service):
    answer = service.ask("subscriptions", "Alert by text message")
    assert answer.says("stops after the season for the outer islands")


@pytest.mark.case("FERRY-941")
def test_alert_to_the_ship_can_be_ordered(service):
    answer = service.ask("subscriptions", "Alert to the ship")
    assert answer.says("can be ordered")


@pytest.mark.case("FERRY-942")
def test_alert_to_the_ship_can_be_ordered_for_the_outer_islands(service):
    answer = service.ask("subscriptions", "Alert to the ship")
    assert answer.says("can be ordered for the outer islands")


@pytest.mark.case("FERRY-942")
def test_alert_to_the_ship_can_be_ordered_for_the_outer_islands_by_keyboard_alone(service):
    answer = service.ask("subscriptions", "Alert to the ship")
    assert answer.says("can be ordered for the outer islands by keyboard alone")


@pytest.mark.case("FERRY-943")
def test_alert_to_the_ship_can_be_ordered_at_night(service):
    answer = service.ask("subscriptions", "Alert to the ship")
    assert answer.says("can be ordered at night")


@pytest.mark.case("FERRY-943")
def test_alert_to_the_ship_can_be_ordered_at_night_with_two_crews_at_once(service):
    answer = service.ask("subscriptions", "Alert to the ship")
    assert answer.says("can be ordered at night with two crews at once")


@pytest.mark.case("FERRY-944")
def test_alert_to_the_ship_can_be_paused(service):
    answer = service.ask("subscriptions", "Alert to the ship")
    assert answer.says("can be paused")


@pytest.mark.case("FERRY-945")
def test_alert_to_the_ship_can_be_paused_for_the_outer_islands(service):
    answer = service.ask("subscriptions", "Alert to the ship")
    assert answer.says("can be paused for the outer islands")


@pytest.mark.case("FERRY-946")
def test_alert_to_the_ship_can_be_paused_at_night(service):
    answer = service.ask("subscriptions", "Alert to the ship")
    assert answer.says("can be paused at night")


@pytest.mark.case("FERRY-946")
def test_alert_to_the_ship_can_be_paused_at_night_with_two_crews_at_once(service):
    answer = service.ask("subscriptions", "Alert to the ship")
    assert answer.says("can be paused at night with two crews at once")


@pytest.mark.case("FERRY-947")
def test_alert_to_the_ship_follows_the_chosen_pier(service):
    answer = service.ask("subscriptions", "Alert to the ship")
    assert answer.says("follows the chosen pier")


@pytest.mark.case("FERRY-948")
def test_alert_to_the_ship_follows_the_chosen_pier_for_the_outer_islands(service):
    answer = service.ask("subscriptions", "Alert to the ship")
    assert answer.says("follows the chosen pier for the outer islands")


@pytest.mark.case("FERRY-949")
def test_alert_to_the_ship_follows_the_chosen_pier_at_night(service):
    answer = service.ask("subscriptions", "Alert to the ship")
    assert answer.says("follows the chosen pier at night")


@pytest.mark.case("FERRY-949")
def test_alert_to_the_ship_follows_the_chosen_pier_at_night_by_keyboard_alone(service):
    answer = service.ask("subscriptions", "Alert to the ship")
    assert answer.says("follows the chosen pier at night by keyboard alone")


@pytest.mark.case("FERRY-950")
def test_alert_to_the_ship_stops_after_the_season(service):
    answer = service.ask("subscriptions", "Alert to the ship")
    assert answer.says("stops after the season")


@pytest.mark.case("FERRY-950")
def test_alert_to_the_ship_stops_after_the_season_on_a_phone(service):
    answer = service.ask("subscriptions", "Alert to the ship")
    assert answer.says("stops after the season on a phone")


def test_alert_to_the_ship_stops_after_the_season_for_the_outer_islands(service):
    answer = service.ask("subscriptions", "Alert to the ship")
    assert answer.says("stops after the season for the outer islands")


@pytest.mark.case("FERRY-951")
def test_alert_to_the_ship_stops_after_the_season_at_night(service):
    answer = service.ask("subscriptions", "Alert to the ship")
    assert answer.says("stops after the season at night")
