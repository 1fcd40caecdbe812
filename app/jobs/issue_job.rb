# frozen_string_literal: true

module App
  module Jobs
    # Makes a packet of a drawing and issues it.
    IssueJob =
      Struct.new(:run_id, :drawing_id, :reason, :by, :waiver, :marked) do
        def perform
          run = Records::Run.find(run_id)
          return if run.over?

          drawing = Records::Drawing.find_by(id: drawing_id) or
            return run.update!(state: 'failed', reason: 'the drawing is no longer here')
          run.update!(state: 'running')
          Paper.new(drawing).then { |p| p.waiting.each { |thing| p.work_out(thing) } }
          packet =
            Actions::IssueDrawing.call(
              drawing,
              reason: reason,
              by: by,
              waiver: waiver,
              marked: marked == true
            ) { |name| told(run, name) }
          run.update!(state: 'done', done: run.total, href: "/packets/#{packet.id}")
        rescue Nockplane::Error => e
          run.update!(state: 'failed', reason: e.message)
        end

        def max_attempts = 1

        private

        def told(run, name)
          index = run.reload.lines.index { |l| l['what'] == name && l['state'] == 'waiting' }
          run.settle(index, 'done', nil) if index
        end
      end
  end
end
