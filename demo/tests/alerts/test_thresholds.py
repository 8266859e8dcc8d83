import pytest


@pytest.mark.case("FERRY-952")
def test_high_water_mark_raises_one_alert(service):
    answer = service.ask("thresholds", "High water mark")
    assert answer.says("raises one alert")


@pytest.mark.case("FERRY-953")
def test_high_water_mark_raises_one_alert_for_the_outer_islands(service):
    answer = service.ask("thresholds", "High water mark")
    assert answer.says("raises one alert for the outer islands")


@pytest.mark.case("FERRY-953")
def test_high_water_mark_raises_one_alert_for_the_outer_islands_by_keyboard_alone(service):
    answer = service.ask("thresholds", "High water mark")
    assert answer.says("raises one alert for the outer islands by keyboard alone")


@pytest.mark.case("FERRY-954")
def test_high_water_mark_raises_one_alert_at_night(service):
    answer = service.ask("thresholds", "High water mark")
    assert answer.says("raises one alert at night")


@pytest.mark.case("FERRY-954")
def test_high_water_mark_raises_one_alert_at_night_with_two_crews_at_once(service):
    answer = service.ask("thresholds", "High water mark")
    assert answer.says("raises one alert at night with two crews at once")


@pytest.mark.case("FERRY-955")
def test_high_water_mark_is_set_per_pier(service):
    answer = service.ask("thresholds", "High water mark")
    assert answer.says("is set per pier")


@pytest.mark.case("FERRY-956")
def test_high_water_mark_is_set_per_pier_for_the_outer_islands(service):
    answer = service.ask("thresholds", "High water mark")
    assert answer.says("is set per pier for the outer islands")


@pytest.mark.case("FERRY-957")
def test_high_water_mark_is_set_per_pier_at_night(service):
    answer = service.ask("thresholds", "High water mark")
    assert answer.says("is set per pier at night")


@pytest.mark.case("FERRY-958")
def test_high_water_mark_falls_back_at_once(service):
    answer = service.ask("thresholds", "High water mark")
    assert answer.says("falls back at once")


@pytest.mark.case("FERRY-959")
def test_high_water_mark_falls_back_at_once_for_the_outer_islands(service):
    answer = service.ask("thresholds", "High water mark")
    assert answer.says("falls back at once for the outer islands")


@pytest.mark.case("FERRY-959")
def test_high_water_mark_falls_back_at_once_for_the_outer_islands_on_a_phone(service):
    answer = service.ask("thresholds", "High water mark")
    assert answer.says("falls back at once for the outer islands on a phone")


@pytest.mark.case("FERRY-960")
def test_high_water_mark_falls_back_at_once_at_night(service):
    answer = service.ask("thresholds", "High water mark")
    assert answer.says("falls back at once at night")


@pytest.mark.case("FERRY-960")
def test_high_water_mark_falls_back_at_once_at_night_on_a_phone(service):
    answer = service.ask("thresholds", "High water mark")
    assert answer.says("falls back at once at night on a phone")


@pytest.mark.case("FERRY-961")
def test_high_water_mark_is_kept_for_a_year(service):
    answer = service.ask("thresholds", "High water mark")
    assert answer.says("is kept for a year")


@pytest.mark.case("FERRY-961")
def test_high_water_mark_is_kept_for_a_year_on_a_phone(service):
    answer = service.ask("thresholds", "High water mark")
    assert answer.says("is kept for a year on a phone")


@pytest.mark.case("FERRY-962")
def test_high_water_mark_is_kept_for_a_year_for_the_outer_islands(service):
    answer = service.ask("thresholds", "High water mark")
    assert answer.says("is kept for a year for the outer islands")


@pytest.mark.case("FERRY-963")
def test_high_water_mark_is_kept_for_a_year_at_night(service):
    answer = service.ask("thresholds", "High water mark")
    assert answer.says("is kept for a year at night")


@pytest.mark.case("FERRY-964")
def test_low_water_mark_raises_one_alert(service):
    answer = service.ask("thresholds", "Low water mark")
    assert answer.says("raises one alert")


@pytest.mark.case("FERRY-965")
def test_low_water_mark_raises_one_alert_for_the_outer_islands(service):
    answer = service.ask("thresholds", "Low water mark")
    assert answer.says("raises one alert for the outer islands")


@pytest.mark.case("FERRY-966")
def test_low_water_mark_raises_one_alert_at_night(service):
    answer = service.ask("thresholds", "Low water mark")
    assert answer.says("raises one alert at night")


@pytest.mark.case("FERRY-967")
def test_low_water_mark_is_set_per_pier(service):
    answer = service.ask("thresholds", "Low water mark")
    assert answer.says("is set per pier")


@pytest.mark.case("FERRY-968")
def test_low_water_mark_is_set_per_pier_for_the_outer_islands(service):
    answer = service.ask("thresholds", "Low water mark")
    assert answer.says("is set per pier for the outer islands")


@pytest.mark.case("FERRY-968")
def test_low_water_mark_is_set_per_pier_for_the_outer_islands_with_two_crews_at_once(service):
    answer = service.ask("thresholds", "Low water mark")
    assert answer.says("is set per pier for the outer islands with two crews at once")


@pytest.mark.case("FERRY-970")
def test_low_water_mark_falls_back_at_once(service):
    answer = service.ask("thresholds", "Low water mark")
    assert answer.says("falls back at once")


def test_low_water_mark_falls_back_at_once_for_the_outer_islands(service):
    answer = service.ask("thresholds", "Low water mark")
    assert answer.says("falls back at once for the outer islands")


@pytest.mark.case("FERRY-971")
def test_low_water_mark_falls_back_at_once_for_the_outer_islands_on_a_phone(service):
    answer = service.ask("thresholds", "Low water mark")
    assert answer.says("falls back at once for the outer islands on a phone")


def test_low_water_mark_falls_back_at_once_at_night(service):
    answer = service.ask("thresholds", "Low water mark")
    assert answer.says("falls back at once at night")


@pytest.mark.case("FERRY-972")
def test_low_water_mark_is_kept_for_a_year(service):
    answer = service.ask("thresholds", "Low water mark")
    assert answer.says("is kept for a year")


def test_low_water_mark_is_kept_for_a_year_for_the_outer_islands(service):
    answer = service.ask("thresholds", "Low water mark")
    assert answer.says("is kept for a year for the outer islands")


@pytest.mark.case("FERRY-973")
def test_low_water_mark_is_kept_for_a_year_at_night(service):
    answer = service.ask("thresholds", "Low water mark")
    assert answer.says("is kept for a year at night")


@pytest.mark.case("FERRY-974")
def test_wind_threshold_raises_one_alert(service):
    answer = service.ask("thresholds", "Wind threshold")
    assert answer.says("raises one alert")


@pytest.mark.case("FERRY-974")
def test_wind_threshold_raises_one_alert_on_a_phone(service):
    answer = service.ask("thresholds", "Wind threshold")
    assert answer.says("raises one alert on a phone")


def test_wind_threshold_raises_one_alert_for_the_outer_islands(service):
    answer = service.ask("thresholds", "Wind threshold")
    assert answer.says("raises one alert for the outer islands")


@pytest.mark.case("FERRY-975")
def test_wind_threshold_raises_one_alert_at_night(service):
    answer = service.ask("thresholds", "Wind threshold")
    assert answer.says("raises one alert at night")


@pytest.mark.case("FERRY-976")
def test_wind_threshold_is_set_per_pier(service):
    answer = service.ask("thresholds", "Wind threshold")
    assert answer.says("is set per pier")


@pytest.mark.case("FERRY-976")
def test_wind_threshold_is_set_per_pier_on_a_phone(service):
    answer = service.ask("thresholds", "Wind threshold")
    assert answer.says("is set per pier on a phone")


def test_wind_threshold_is_set_per_pier_for_the_outer_islands(service):
    answer = service.ask("thresholds", "Wind threshold")
    assert answer.says("is set per pier for the outer islands")


@pytest.mark.case("FERRY-978")
def test_wind_threshold_is_set_per_pier_at_night(service):
    answer = service.ask("thresholds", "Wind threshold")
    assert answer.says("is set per pier at night")


@pytest.mark.case("FERRY-979")
def test_wind_threshold_falls_back_at_once(service):
    answer = service.ask("thresholds", "Wind threshold")
    assert answer.says("falls back at once")


@pytest.mark.case("FERRY-980")
def test_wind_threshold_falls_back_at_once_for_the_outer_islands(service):
    answer = service.ask("thresholds", "Wind threshold")
    assert answer.says("falls back at once for the outer islands")


@pytest.mark.case("FERRY-980")
def test_wind_threshold_falls_back_at_once_for_the_outer_islands_on_a_phone(service):
    answer = service.ask("thresholds", "Wind threshold")
    assert answer.says("falls back at once for the outer islands on a phone")


@pytest.mark.case("FERRY-981")
def test_wind_threshold_falls_back_at_once_at_night(service):
    answer = service.ask("thresholds", "Wind threshold")
    assert answer.says("falls back at once at night")


@pytest.mark.case("FERRY-981")
def test_wind_threshold_falls_back_at_once_at_night_with_two_crews_at_once(service):
    answer = service.ask("thresholds", "Wind threshold")
    assert answer.says("falls back at once at night with two crews at once")


@pytest.mark.case("FERRY-982")
def test_wind_threshold_is_kept_for_a_year(service):
    answer = service.ask("thresholds", "Wind threshold")
    assert answer.says("is kept for a year")


@pytest.mark.case("FERRY-983")
def test_wind_threshold_is_kept_for_a_year_for_the_outer_islands(service):
    answer = service.ask("thresholds", "Wind threshold")
    assert answer.says("is kept for a year for the outer islands")


@pytest.mark.case("FERRY-984")
def test_wind_threshold_is_kept_for_a_year_at_night(service):
    answer = service.ask("thresholds", "Wind threshold")
    assert answer.says("is kept for a year at night")
