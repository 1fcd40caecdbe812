# frozen_string_literal: true

module App
  module Jobs
    # Points drawings at other models, one line of a run each: its drawing ("slug"), what it is to show ("wish" of a
    # Rebinding), "into" where the drawing itself changes, "number" and "title" of a new one.
    RebindJob =
      Struct.new(:run_id) do
        include EachLine

        private

        def opens? = true

        def settle(line)
          rebinding = Rebinding.of(Records::Drawing.at(line['slug']), line['wish'])
          found = rebinding.outcome
          into = line['into'] == true
          made = Actions::RebindDrawing.call(rebinding, into: into, title: line['title'], number: line['number'])
          ['done', "#{made.number} #{made.title}: #{found.words}", "/drawings/#{made.slug}"]
        end
      end
  end
end
