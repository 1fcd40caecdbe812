# frozen_string_literal: true

module App
  module Jobs
    # Renumbers the things of a run ("thing": "drawing/ADDRESS" or "model/ADDRESS"; "number"), one by one.
    RenumberJob =
      Struct.new(:run_id) do
        include EachLine

        private

        def settle(line)
          kind, slug = line['thing'].split('/', 2)
          record = kind == 'drawing' ? Records::Drawing.at(slug) : Records::Model.at(slug)
          old = record.number
          Actions::Renumber.call(record, line['number'])
          ['done', "#{old || 'no number'} → #{line['number']}"]
        end
      end
  end
end
