#include "lines/part_station.h"

namespace narrows {

bool beginsOnStem(const OffsetTable& table, std::size_t column) {
  const Profile* stem = table.profile(ProfilePart::StemRabbet);
  const auto& distance = table.stations[column].distance;
  return stem != nullptr && distance && !stem->points.empty() && *distance < stem->points.front().distance;
}

bool beginsOnSternpost(const OffsetTable& table, std::size_t column) {
  const Profile* post = table.profile(ProfilePart::SternpostRabbet);
  const auto& distance = table.stations[column].distance;
  return post != nullptr && distance && !post->points.empty() && *distance > post->points.front().distance;
}

}  // namespace narrows
