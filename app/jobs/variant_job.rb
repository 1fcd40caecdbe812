# frozen_string_literal: true

module App
  module Jobs
    # Works out how a series drawing shows one variant, and where it stands then.
    VariantJob =
      Struct.new(:drawing_id, :variant, :run_id) do
        def perform
          drawing = Records::Drawing.find_by(id: drawing_id) or return
          run = run_id && Records::Run.find(run_id)
          return if run&.over?

          run&.update!(state: 'running')
          found = VariantStandings.work_out(drawing, variant)
          return run&.update!(state: 'failed', reason: found.reason) if found.state == 'fault' && found.reason

          Paper.new(VariantSheet.new(drawing, variant)).then { |p| p.waiting.each { |thing| p.work_out(thing) } }
          run&.update!(
            state: 'done',
            done: run.total,
            href: "/drawings/#{drawing.slug}?#{{ variant: variant }.to_query}"
          )
        end

        def max_attempts = 3
      end
  end
end
