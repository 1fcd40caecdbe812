# frozen_string_literal: true

module App
  module Jobs
    # Makes a packet of a drawing and issues it.
    IssueJob =
      Struct.new(:run_id, :drawing_id, :reason, :by, :waiver, :marked) do
        include Issuing
        const_set(:NOUN, 'drawing')

        private

        def found = Records::Drawing.find_by(id: drawing_id)

        def issue(drawing, &told)
          Paper.new(drawing).then { |p| p.waiting.each { |thing| p.work_out(thing) } }
          Actions::IssueDrawing.call(drawing, reason: reason, by: by, waiver: waiver, marked: marked == true, &told)
        end
      end
  end
end
