import pytest


@pytest.mark.case("FERRY-985")
def test_alert_leaves_within_a_minute(service):
    answer = service.ask("sending", "Alert")
    assert answer.says("leaves within a minute")


@pytest.mark.case("FERRY-986")
def test_alert_leaves_within_a_minute_for_the_outer_islands(service):
    answer = service.ask("sending", "Alert")
    assert answer.says("leaves within a minute for the outer islands")


@pytest.mark.case("FERRY-987")
def test_alert_leaves_within_a_minute_at_night(service):
    answer = service.ask("sending", "Alert")
    assert answer.says("leaves within a minute at night")


@pytest.mark.case("FERRY-988")
def test_alert_is_repeated_when_unread(service):
    answer = service.ask("sending", "Alert")
    assert answer.says("is repeated when unread")


@pytest.mark.case("FERRY-988")
def test_alert_is_repeated_when_unread_with_two_crews_at_once(service):
    answer = service.ask("sending", "Alert")
    assert answer.says("is repeated when unread with two crews at once")


@pytest.mark.case("FERRY-989")
def test_alert_is_repeated_when_unread_for_the_outer_islands(service):
    answer = service.ask("sending", "Alert")
    assert answer.says("is repeated when unread for the outer islands")


@pytest.mark.case("FERRY-990")
def test_alert_is_repeated_when_unread_at_night(service):
    answer = service.ask("sending", "Alert")
    assert answer.says("is repeated when unread at night")


@pytest.mark.case("FERRY-991")
def test_alert_names_the_source(service):
    answer = service.ask("sending", "Alert")
    assert answer.says("names the source")


@pytest.mark.case("FERRY-992")
def test_alert_names_the_source_for_the_outer_islands(service):
    answer = service.ask("sending", "Alert")
    assert answer.says("names the source for the outer islands")


@pytest.mark.case("FERRY-992")
def test_alert_names_the_source_for_the_outer_islands_by_keyboard_alone(service):
    answer = service.ask("sending", "Alert")
    assert answer.says("names the source for the outer islands by keyboard alone")


@pytest.mark.case("FERRY-994")
def test_alert_is_written_in_plain_words(service):
    answer = service.ask("sending", "Alert")
    assert answer.says("is written in plain words")


def test_alert_is_written_in_plain_words_for_the_outer_islands(service):
    answer = service.ask("sending", "Alert")
    assert answer.says("is written in plain words for the outer islands")


def test_alert_is_written_in_plain_words_at_night(service):
    answer = service.ask("sending", "Alert")
    assert answer.says("is written in plain words at night")


def test_all_clear_leaves_within_a_minute(service):
    answer = service.ask("sending", "All-clear")
    assert answer.says("leaves within a minute")


@pytest.mark.case("FERRY-997")
def test_all_clear_leaves_within_a_minute_for_the_outer_islands(service):
    answer = service.ask("sending", "All-clear")
    assert answer.says("leaves within a minute for the outer islands")


@pytest.mark.case("FERRY-998")
def test_all_clear_leaves_within_a_minute_at_night(service):
    answer = service.ask("sending", "All-clear")
    assert answer.says("leaves within a minute at night")


@pytest.mark.case("FERRY-999")
def test_all_clear_is_repeated_when_unread(service):
    answer = service.ask("sending", "All-clear")
    assert answer.says("is repeated when unread")


def test_all_clear_is_repeated_when_unread_at_night(service):
    answer = service.ask("sending", "All-clear")
    assert answer.says("is repeated when unread at night")


@pytest.mark.case("FERRY-1001")
def test_all_clear_names_the_source(service):
    answer = service.ask("sending", "All-clear")
    assert answer.says("names the source")


@pytest.mark.case("FERRY-1001")
def test_all_clear_names_the_source_on_a_phone(service):
    answer = service.ask("sending", "All-clear")
    assert answer.says("names the source on a phone")


@pytest.mark.case("FERRY-1002")
def test_all_clear_names_the_source_for_the_outer_islands(service):
    answer = service.ask("sending", "All-clear")
    assert answer.says("names the source for the outer islands")


@pytest.mark.case("FERRY-1003")
def test_all_clear_names_the_source_at_night(service):
    answer = service.ask("sending", "All-clear")
    assert answer.says("names the source at night")


@pytest.mark.case("FERRY-1004")
def test_all_clear_is_written_in_plain_words(service):
    answer = service.ask("sending", "All-clear")
    assert answer.says("is written in plain words")


@pytest.mark.case("FERRY-1004")
def test_all_clear_is_written_in_plain_words_on_a_phone(service):
    answer = service.ask("sending", "All-clear")
    assert answer.says("is written in plain words on a phone")


@pytest.mark.case("FERRY-1006")
def test_all_clear_is_written_in_plain_words_at_night(service):
    answer = service.ask("sending", "All-clear")
    assert answer.says("is written in plain words at night")


@pytest.mark.case("FERRY-1007")
def test_weekly_digest_leaves_within_a_minute(service):
    answer = service.ask("sending", "Weekly digest")
    assert answer.says("leaves within a minute")


@pytest.mark.case("FERRY-1007")
def test_weekly_digest_leaves_within_a_minute_on_a_phone(service):
    answer = service.ask("sending", "Weekly digest")
    assert answer.says("leaves within a minute on a phone")


@pytest.mark.case("FERRY-1008")
def test_weekly_digest_leaves_within_a_minute_for_the_outer_islands(service):
    answer = service.ask("sending", "Weekly digest")
    assert answer.says("leaves within a minute for the outer islands")


def test_weekly_digest_leaves_within_a_minute_at_night(service):
    answer = service.ask("sending", "Weekly digest")
    assert answer.says("leaves within a minute at night")


@pytest.mark.case("FERRY-1009")
def test_weekly_digest_is_repeated_when_unread(service):
    answer = service.ask("sending", "Weekly digest")
    assert answer.says("is repeated when unread")


@pytest.mark.case("FERRY-1009")
def test_weekly_digest_is_repeated_when_unread_with_two_crews_at_once(service):
    answer = service.ask("sending", "Weekly digest")
    assert answer.says("is repeated when unread with two crews at once")


@pytest.mark.case("FERRY-1010")
def test_weekly_digest_is_repeated_when_unread_for_the_outer_islands(service):
    answer = service.ask("sending", "Weekly digest")
    assert answer.says("is repeated when unread for the outer islands")


@pytest.mark.case("FERRY-1011")
def test_weekly_digest_is_repeated_when_unread_at_night(service):
    answer = service.ask("sending", "Weekly digest")
    assert answer.says("is repeated when unread at night")


@pytest.mark.case("FERRY-1012")
def test_weekly_digest_names_the_source(service):
    answer = service.ask("sending", "Weekly digest")
    assert answer.says("names the source")


@pytest.mark.case("FERRY-1012")
def test_weekly_digest_names_the_source_on_a_phone(service):
    answer = service.ask("sending", "Weekly digest")
    assert answer.says("names the source on a phone")


@pytest.mark.case("FERRY-1013")
def test_weekly_digest_names_the_source_for_the_outer_islands(service):
    answer = service.ask("sending", "Weekly digest")
    assert answer.says("names the source for the outer islands")


@pytest.mark.case("FERRY-1014")
def test_weekly_digest_names_the_source_at_night(service):
    answer = service.ask("sending", "Weekly digest")
    assert answer.says("names the source at night")


@pytest.mark.case("FERRY-1015")
def test_weekly_digest_is_written_in_plain_words(service):
    answer = service.ask("sending", "Weekly digest")
    assert answer.says("is written in plain words")


@pytest.mark.case("FERRY-1015")
def test_weekly_digest_is_written_in_plain_words_on_a_phone(service):
    answer = service.ask("sending", "Weekly digest")
    assert answer.says("is written in plain words on a phone")


def test_weekly_digest_is_written_in_plain_words_for_the_outer_islands(service):
    answer = service.ask("sending", "Weekly digest")
    assert answer.says("is written in plain words for the outer islands")


@pytest.mark.case("FERRY-1016")
def test_weekly_digest_is_written_in_plain_words_at_night(service):
    answer = service.ask("sending", "Weekly digest")
    assert answer.says("is written in plain words at night")
