# frozen_string_literal: true

module Nockplane
  module Drawings
    module Tables
      # The points of a table of points, numbered as they were picked; what is gone has no place any more.
      class Points < Listing
        def all
          @all ||=
            found.each_with_index.filter_map do |spot, i|
              label = (i + 1).to_s
              next Entry.new(label: label, row: { 'x' => '–', 'y' => '–' }) unless spot

              Entry.new(label: label, centre: spot.point, radius: 0.0, row: places(spot.point))
            end
        end

        def lost? = super || found.any?(&:nil?)

        private

        def found = @found ||= (@table.spots || []).map { |data| spot_at(data) }
      end
    end
  end
end
