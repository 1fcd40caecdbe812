# frozen_string_literal: true

module App
  module Jobs
    # Works out all that a drawing's sheets show at the revisions they show: shading, mass. run_id: the run that tells
    # its progress.
    PaperJob = Struct.new(:drawing_id, :run_id) do
      def perform
        drawing = Records::Drawing.find_by(id: drawing_id) or return
        run = run_id && Records::Run.find(run_id)
        return if run&.over?

        paper = Paper.new(drawing)
        run&.update!(state: 'running', total: [paper.waiting.size, 1].max)
        paper.waiting.each_with_index do |thing, i|
          paper.work_out(thing)
          run&.update!(done: i + 1)
        end
        run&.update!(state: 'done', done: run.total, href: "/#{drawing.home}/#{drawing.slug}.pdf")
      rescue Nockplane::Error => e
        run&.update!(state: 'failed', reason: e.message)
      end

      def max_attempts = 3
    end
  end
end
