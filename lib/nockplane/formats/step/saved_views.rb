# frozen_string_literal: true

module Nockplane
  module Formats
    module Step
      # Cameras that were saved with the model (camera_model_d3 of ISO 10303-46): they look against the z of their
      # placement, with its y up.
      class SavedViews
        MOST = 60

        def initialize(file, report)
          @file = file
          @report = report
          @curves = Placements.new(file, 1.0, 1.0, report)
        end

        # [{ name:, direction: [x, y, z], up: [x, y, z] }, ...]
        def all
          ids =
            %w[CAMERA_MODEL_D3 CAMERA_MODEL_D3_MULTI_CLIPPING CAMERA_MODEL_D3_WITH_HLHSR].flat_map { |t| @file.ids(t) }
          ids.first(MOST).filter_map do |id|
            record = @file[id]
            frame = @curves.frame(record[1])
            {
              name: record[0].to_s.strip[0, 60].then { |n| n.empty? ? "view #{id}" : n },
              direction: frame.z.map { |c| -c },
              up: frame.y
            }
          rescue Unusable, *Report::WRONG_KINDS => e
            @report.add('CAMERA_MODEL_D3', "a saved view can't be read: #{e.message[0, 80]}", "##{id}")
            nil
          end
        end
      end
    end
  end
end
